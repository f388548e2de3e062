/** Whatever has no page of its own. */
export function loader(): never {
  throw new Response('There is no such page.', { status: 404 });
}

export default function MissingScreen() {
  return null;
}
