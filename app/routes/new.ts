import { redirect } from 'react-router';
import { beginPiece } from '~/storage/begin';
import type { Route } from './+types/new';

/** A new piece by its address alone: what an installed app, or a bookmark, begins one with. */
export async function clientLoader(): Promise<never> {
  throw redirect(`/piece/${await beginPiece()}/figure`);
}
clientLoader.hydrate = true as const;

/** Never seen: the way leads on before anything is drawn. */
export default function NewPiece(_: Route.ComponentProps): null {
  return null;
}
