import { FeltChoice } from './FeltChoice';
import { useVerdict } from './useVerdict';

/** At the end of a making: what the piece is like in the hand. */
export function FeltOfMade() {
  const { verdict } = useVerdict();
  return verdict && <FeltChoice verdict={verdict} question="How is it in the hand?" />;
}
