import { demoPieces } from '@demo/pieces';

/** The Lantern Lane pieces, for browsers that open Hush Road for the first time. */
export function loader(): Response {
  return Response.json(demoPieces(), { headers: { 'Cache-Control': 'no-cache' } });
}
