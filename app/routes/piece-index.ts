import { redirect } from 'react-router';
import type { Route } from './+types/piece-index';

export function clientLoader({ params }: Route.ClientLoaderArgs): never {
  throw redirect(`/piece/${params.pieceId}/figure`);
}

/** Never seen: the way leads on before anything is drawn. */
export default function PieceIndex(): null {
  return null;
}
