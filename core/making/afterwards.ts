import { isLink, linkPlan } from '../bill';
import { endForm } from '../end';
import { eyesOf, hostWires, type Dressed } from '../dressing';
import { kindOf } from '../item';
import { say } from '../words';
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
  const answer = linkPlan(piece, plan);
  const row = answer?.ok ? answer.plan : null;
  for (const part of piece.parts) {
    if (isLink(row, part)) continue;
    const many = part.count > 1 ? `${part.count} × ` : '';
    const to = piece.parts.find((p) => p.id === part.to)?.name ?? 'the frame';
    const id = book.put({
      id: `part:${part.id}`,
      kind: 'join',
      title: say`${part.hangs ? 'Hang' : 'Join'} ${many}${part.name} ${part.hangs ? 'from' : 'to'} ${to} ${JOIN_WORDS[part.join]}`,
      partId: part.id,
    });
    for (const wire of wiresOf(part.paths)) {
      const w = plan.wires[wire]!;
      const shut = (['start', 'end'] as const).find(
        (which) => !w.closed && endForm(w.ends[which], w.stock).shuts,
      );
      const by = part.join === 'loop' ? book.endsOf(wire).find((g) => g.end === shut) : undefined;
      for (const task of book.formedBy(wire)) {
        if (task === by?.id) book.before(id, task, 'shuts-when-hung');
        else book.before(task, id, 'part-finished');
      }
    }
    const host = piece.parts.find((p) => p.id === part.to);
    if (host) book.before(id, `part:${host.id}`, 'inside-first');
    // A loop that it may hang in is there by then.
    for (const wire of hostWires(piece, plan, part)) {
      const eyes = eyesOf(plan, plan.wires[wire]!).map((e) => e.which);
      for (const g of book.endsOf(wire)) {
        const has = g.end !== null && g.end !== 'seam' && eyes.includes(g.end);
        if (has) book.before(g.id, id, 'hangs-in-it', { soft: true });
      }
    }
  }
}

/** Links are joined to a row when each is finished, with joints that are made beside them. */
export function joinLinks(book: TaskBook): void {
  const { piece, plan } = book;
  const answer = linkPlan(piece, plan);
  if (!piece.links || !answer?.ok) return;
  const chain = book.put({ id: 'links', kind: 'chain', title: say`Join the links to a row` });
  for (const { wire } of book.works) {
    for (const task of book.formedBy(wire)) book.before(task, chain, 'part-finished');
  }
  for (const d of book.items) {
    // What hangs in the rings between links waits for them.
    if (d.rings === null) book.before(taskOf(d), chain, 'part-finished');
    else book.before(chain, taskOf(d), 'hangs-in-it');
  }
  for (const part of piece.parts) book.before(`part:${part.id}`, chain, 'part-finished');
  for (const task of ['harden', 'solder', 'shape']) book.before(task, chain, 'part-finished');
  answer.plan.jointKinds.forEach((joint, i) => {
    if (joint.count === 0) return;
    const title =
      joint.laid.kind === 'ring' ? say`Make the rings` : say`Make the joints with their beads`;
    const id = i === 0 ? 'joints' : `joints:${i + 1}`;
    book.before(book.put({ id, kind: 'joints', title, joint: i }), chain, 'part-finished');
  });
  book.before(chain, 'finish', 'last');
}

/** A chain that must hang in its loop before that is shut can stand the rest, if it has to. */
const handier = (d: Dressed): { soft?: boolean } =>
  kindOf(d.item).traits.stands ? { soft: true } : {};

/** Hardening, out of the plane, joints, patina and finish. */
export function afterwards(book: TaskBook): void {
  const { making, outOfPlane } = book.piece;
  const { items } = book;
  const lasts = book.works.flatMap((w) => book.formedBy(w.wire));
  const flats = items.filter((d) => kindOf(d.item).traits.hammers);
  const rest = items.filter((d) => !kindOf(d.item).traits.hammers);
  const threaded = rest.filter((d) => kindOf(d.item).traits.threaded);
  if (making.harden) {
    const id = book.put({
      id: 'harden',
      kind: 'harden',
      title: say`Tap it hard on the bench block`,
    });
    lasts.forEach((l) => book.before(l, id, 'hardened-bent'));
    // Threaded beads are on by then: the block takes only what lies clear of them.
    rest
      .filter((d) => !threaded.includes(d))
      .forEach((d) => book.before(id, taskOf(d), 'hammer-before-wraps', handier(d)));
    flats.forEach((d) => book.before(taskOf(d), id, 'flat-first'));
  }
  if (making.closing === 'solder') {
    const id = book.put({
      id: 'solder',
      kind: 'solder',
      title: say`Close the joints with a drop of solder`,
    });
    lasts.forEach((l) => book.before(l, id, 'joints-meet'));
    rest.forEach((d) => book.before(id, taskOf(d), 'heat-first', handier(d)));
    if (making.harden) book.before(id, 'harden', 'soldering-softens');
  }
  if (outOfPlane) {
    const title = {
      roll: say`Roll it round the mandrel`,
      cup: say`Cup it`,
      rod: say`Bend it over the rod`,
      fold: say`Fold the arms over each other`,
    }[outOfPlane.kind];
    const id = book.put({ id: 'shape', kind: 'shape', title });
    lasts.forEach((l) => book.before(l, id, 'flat-figure-first'));
    if (making.harden) book.before('harden', id, 'flat-before-rolled');
    flats.forEach((d) => book.before(taskOf(d), id, 'flat-before-rolled'));
    rest
      .filter((d) => kindOf(d.item).traits.afterShaping)
      .forEach((d) => book.before(id, taskOf(d), 'bent-with-it', handier(d)));
  }
  const all = [...lasts, ...items.map(taskOf), ...book.piece.parts.map((p) => `part:${p.id}`)];
  const finish = book.put({
    id: 'finish',
    kind: 'finish',
    title: say`Trim, tuck and round every end`,
  });
  all.forEach((t) => book.before(t, finish, 'last'));
  ['harden', 'shape', 'solder'].forEach((t) => book.before(t, finish, 'last'));
  if (making.closing === 'epoxy') {
    const id = book.put({
      id: 'epoxy',
      kind: 'epoxy',
      title: say`A drop of epoxy on the tucked ends`,
    });
    book.before(finish, id, 'glued-last');
    book.before(id, 'compare', 'last');
  }
  if (making.patina) {
    const id = book.put({ id: 'patina', kind: 'patina', title: say`Patina, then buff` });
    book.before(finish, id, 'filed-first');
    book.before(id, 'compare', 'last');
    if (making.closing === 'epoxy') book.before(id, 'epoxy', 'no-patina-on-epoxy');
  }
  book.put({ id: 'compare', kind: 'compare', title: say`Lay it on the pattern and compare` });
  book.before(finish, 'compare', 'last');
}
