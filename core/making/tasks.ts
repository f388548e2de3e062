import type { Dressing } from '../dressing';
import type { Piece } from '../piece';
import type { Plan } from '../plan';
import type { WireSteps } from '../steps';
import { afterwards, joinLinks, joinParts } from './afterwards';
import { hungBeforeShut, itemsAmongThemselves, itemTasks } from './itemRules';
import { TaskBook, type TaskGraph } from './taskBook';
import { wireTasks } from './wireTasks';

/** Everything to do for a piece, and what must come before what, each with its reason. */
export function taskGraph(
  piece: Piece,
  plan: Plan,
  dressing: Dressing,
  works: readonly WireSteps[],
): TaskGraph {
  const book = new TaskBook(piece, plan, dressing, works);
  works.forEach((work) => wireTasks(book, work));
  itemTasks(book);
  itemsAmongThemselves(book);
  hungBeforeShut(book);
  joinParts(book);
  joinLinks(book);
  afterwards(book);
  for (const { first, then } of piece.making.order) {
    book.before(book.known(first), book.known(then), 'wished', { wished: true });
  }
  return { tasks: book.tasks, precedences: book.precedences };
}
