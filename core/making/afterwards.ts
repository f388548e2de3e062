import { endForm } from '../end';
import type { Dressed } from '../dressing';
import { kindOf } from '../item';
import { taskOf, type TaskBook } from './taskBook';

const JOIN_WORDS = {
  loop: 'by its own loop',
  ring: 'by a jump ring',
  binding: 'by binding',
} as const;

/** Parts joined to each other and to the frame. */
export function joinParts(book: TaskBook): void {
  const { piece, plan } = book;
  const wiresOf = (paths: readonly string[]): number[] =>
    plan.wires.flatMap((w, i) => (paths.includes(w.pathId) ? [i] : []));
  for (const part of piece.parts) {
    const many = part.count > 1 ? `${part.count} × ` : '';
    const to = piece.parts.find((p) => p.id === part.to)?.name ?? 'the frame';
    const id = book.put({
      id: `part:${part.id}`,
      kind: 'join',
      title: `${part.hangs ? 'Hang' : 'Join'} ${many}${part.name} ${part.hangs ? 'from' : 'to'} ${to} ${JOIN_WORDS[part.join]}`,
      partId: part.id,
    });
    for (const wire of wiresOf(part.paths)) {
      const w = plan.wires[wire]!;
      const last = book.lastOf(wire);
      const shuts =
        !w.closed && [w.ends.start, w.ends.end].some((e) => endForm(e, plan.diameterMm).shuts);
      if (part.join === 'loop' && shuts)
        book.before(id, last, 'its loop is wrapped shut once it hangs');
      else book.before(last, id, 'a part is finished before it is joined');
    }
    const host = piece.parts.find((p) => p.id === part.to);
    if (host)
      book.before(
        id,
        `part:${host.id}`,
        'what hangs inside is attached before its carrier is joined',
      );
  }
}

/** A chain that must hang in its loop before that is shut can stand the rest, if it has to. */
const handier = (d: Dressed): { soft?: boolean } =>
  kindOf(d.item).traits.stands ? { soft: true } : {};

/** Hardening, out of the plane, joints, patina and finish. */
export function afterwards(book: TaskBook): void {
  const { making, outOfPlane } = book.piece;
  const { items } = book;
  const lasts = book.works.map((w) => book.lastOf(w.wire));
  const flats = items.filter((d) => kindOf(d.item).traits.hammers);
  const rest = items.filter((d) => !kindOf(d.item).traits.hammers);
  const threaded = rest.filter((d) => kindOf(d.item).traits.threaded);
  if (making.harden) {
    const id = book.put({ id: 'harden', kind: 'harden', title: 'Tap it hard on the bench block' });
    lasts.forEach((l) => book.before(l, id, 'a bent figure is hardened, a hard wire is not bent'));
    // Threaded beads are on by then: the block takes only what lies clear of them.
    rest
      .filter((d) => !threaded.includes(d))
      .forEach((d) => book.before(id, taskOf(d), 'hammer before beads and binding', handier(d)));
    flats.forEach((d) => book.before(taskOf(d), id, 'flat stretches first'));
  }
  if (making.closing === 'solder') {
    const id = book.put({
      id: 'solder',
      kind: 'solder',
      title: 'Close the joints with a drop of solder',
    });
    lasts.forEach((l) => book.before(l, id, 'joints meet before they are soldered'));
    rest.forEach((d) => book.before(id, taskOf(d), 'heat before beads and thin wire', handier(d)));
    if (making.harden) book.before(id, 'harden', 'soldering softens: harden afterwards');
  }
  if (outOfPlane) {
    const title = {
      roll: 'Roll it round the mandrel',
      cup: 'Cup it',
      rod: 'Bend it over the rod',
    }[outOfPlane.kind];
    const id = book.put({ id: 'shape', kind: 'shape', title });
    lasts.forEach((l) => book.before(l, id, 'the flat figure is finished first'));
    if (making.harden) book.before('harden', id, 'flat on the block before it is rolled');
    flats.forEach((d) => book.before(taskOf(d), id, 'flat on the block before it is rolled'));
    rest
      .filter((d) => kindOf(d.item).traits.afterShaping)
      .forEach((d) => book.before(id, taskOf(d), 'they would be bent with it', handier(d)));
  }
  const all = [...lasts, ...items.map(taskOf), ...book.piece.parts.map((p) => `part:${p.id}`)];
  const finish = book.put({
    id: 'finish',
    kind: 'finish',
    title: 'Trim, tuck and round every end',
  });
  all.forEach((t) => book.before(t, finish, 'last of all'));
  ['harden', 'shape', 'solder'].forEach((t) => book.before(t, finish, 'last of all'));
  if (making.closing === 'epoxy') {
    const id = book.put({
      id: 'epoxy',
      kind: 'epoxy',
      title: 'A drop of epoxy on the tucked ends',
    });
    book.before(finish, id, 'ends are tucked before they are glued');
    book.before(id, 'compare', 'last of all');
  }
  if (making.patina) {
    const id = book.put({ id: 'patina', kind: 'patina', title: 'Patina, then buff' });
    book.before(finish, id, 'file before colouring');
    book.before(id, 'compare', 'last of all');
    if (making.closing === 'epoxy') book.before(id, 'epoxy', 'patina does not take on epoxy');
  }
  book.put({ id: 'compare', kind: 'compare', title: 'Lay it on the pattern and compare' });
  book.before(finish, 'compare', 'last of all');
}
