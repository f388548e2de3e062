/** Says that the server is up. */
export function loader(): Response {
  return Response.json({ ok: true, name: 'hush-road' });
}
