/**
 * Cutting: which of the lengths that are needed is cut from which offcut or spool (one-dimensional cutting stock
 * with usable leftovers). Lengths are whole units within, so that sums are exact; the integer programme by
 * patterns is solved by HiGHS, which is handed in.
 */
export { cutList } from './cutList';
export type { CutLength, CutList, CutNeed, CutOf, CutProblem, CutShort } from './problem';
