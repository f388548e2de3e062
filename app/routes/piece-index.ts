import { redirect } from 'react-router';
import type { Route } from './+types/piece-index';

export function clientLoader({ params }: Route.ClientLoaderArgs): never {
  throw redirect(`/piece/${params.pieceId}/figure`);
}
