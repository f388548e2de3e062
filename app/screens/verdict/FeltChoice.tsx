import { FELT, MOST_SHARE, type Felt, type Verdict } from '@core/gauge';
import { Button } from '~/components/ui';
import { useExperience } from '~/state/useExperience';
import { usePiece, useWorkbench } from '~/state/workbench';

export const FELT_WORDS: Readonly<Record<Felt, string>> = {
  floppy: 'Too floppy',
  right: 'Just right',
  stiff: 'Too stiff',
};

/** What a finished piece was like in the hand: it shifts this maker's verdicts a little. */
export function FeltChoice({
  verdict: { now },
  question = 'Have you made it? How is it in the hand?',
}: {
  verdict: Verdict;
  question?: string;
}) {
  const piece = usePiece();
  const { settings } = useWorkbench();
  const { experience, say, takeBack } = useExperience(settings);
  const said = experience.find((e) => e.id === piece.id);
  const tell = (felt: Felt): void =>
    say({
      id: piece.id,
      name: piece.name,
      // As the numbers alone have it: what was said before does not add up.
      share: Math.min(MOST_SHARE, now.rated.bareShare),
      mayBe: now.rated.mayBe,
      felt,
      said: new Date().toISOString(),
    });
  return (
    <div role="group" aria-label="How it turned out" className="space-y-1.5">
      <h3 className="text-sm font-medium">{question}</h3>
      <div className="flex flex-wrap gap-2">
        {FELT.map((felt) => (
          <Button key={felt} aria-pressed={said?.felt === felt} onClick={() => tell(felt)}>
            {FELT_WORDS[felt]}
          </Button>
        ))}
      </div>
      <p className="text-xs text-soft">
        {said ? (
          <>
            You found it {FELT_WORDS[said.felt].toLowerCase()}: verdicts follow you a little. What
            you said of all pieces is listed on the kit page.{' '}
            <button type="button" className="underline" onClick={() => takeBack(piece.id)}>
              Take it back
            </button>
          </>
        ) : (
          'Your answer shifts verdicts a little towards your own hands.'
        )}
      </p>
    </div>
  );
}
