import { describe, expect, it } from 'vitest';
import { newPiece, type Piece } from '@core/piece';
import { later } from '~/storage/later';
import { amend, createPieceStore } from './pieceStore';

const NOW = '2026-11-02T17:00:00.000Z';
const named =
  (name: string) =>
  (p: Piece): Piece => ({ ...p, name });

describe('the open piece', () => {
  it('amends the last step: one undo takes back all of it, and redo brings the last of it', () => {
    const store = createPieceStore(newPiece('p', 'first', NOW));
    store.getState().edit(named('second'));
    amend(store, named('third'));
    amend(store, named('fourth'));
    expect(store.getState().piece.name).toBe('fourth');
    expect(store.temporal.getState().pastStates).toHaveLength(1);
    store.temporal.getState().undo();
    expect(store.getState().piece.name).toBe('first');
    store.temporal.getState().redo();
    expect(store.getState().piece.name).toBe('fourth');
    store.getState().edit(named('fifth'));
    store.temporal.getState().undo();
    expect(store.getState().piece.name).toBe('fourth');
  });

  it('keeps each change as a step that can be undone and redone', () => {
    const store = createPieceStore(newPiece('p', 'first', NOW));
    store.getState().edit(named('second'));
    store.getState().edit(named('third'));
    const { undo, redo } = store.temporal.getState();
    undo();
    expect(store.getState().piece.name).toBe('second');
    undo();
    expect(store.getState().piece.name).toBe('first');
    redo(2);
    expect(store.getState().piece.name).toBe('third');
  });

  it('a drag is a draft until it is let go, then one step', () => {
    const store = createPieceStore(newPiece('p', 'first', NOW));
    for (const name of ['a', 'b', 'c']) store.getState().preview(named(name));
    expect(store.getState().piece.name).toBe('first');
    expect(store.getState().draft!.name).toBe('c');
    store.getState().settle(true);
    expect(store.getState().piece.name).toBe('c');
    expect(store.getState().draft).toBeNull();
    store.temporal.getState().undo();
    expect(store.getState().piece.name).toBe('first');
  });

  it('a drag that is given up leaves nothing behind', () => {
    const store = createPieceStore(newPiece('p', 'first', NOW));
    store.getState().preview(named('a'));
    store.getState().settle(false);
    expect(store.getState().piece.name).toBe('first');
    expect(store.temporal.getState().pastStates).toHaveLength(0);
  });

  it('a change that changes nothing is no step', () => {
    const store = createPieceStore(newPiece('p', 'first', NOW));
    store.getState().edit((p) => p);
    expect(store.temporal.getState().pastStates).toHaveLength(0);
  });

  it('stamps changes always later than the last', () => {
    const soon = new Date(Date.now() + 400).toISOString();
    expect(Date.parse(later(soon))).toBe(Date.parse(soon) + 1);
    expect(Date.parse(later(NOW))).toBeGreaterThan(Date.parse(NOW));
  });
});

describe('a change that could not be kept', () => {
  it('is not made, is told, and leaves no step behind', () => {
    const told: string[] = [];
    const store = createPieceStore(newPiece('p', 'first', NOW), (why) => told.push(why));
    store.getState().edit((p) => ({ ...p, toleranceMm: 99 }));
    expect(store.getState().piece.toleranceMm).not.toBe(99);
    expect(store.temporal.getState().pastStates).toHaveLength(0);
    expect(told).toEqual(['tolerance is larger than 2']);
    store.getState().preview((p) => ({ ...p, name: 'x'.repeat(500) }));
    store.getState().settle(true);
    expect(store.getState().draft).toBeNull();
    expect(store.getState().piece.name).toBe('first');
  });

  it('a state that was stored elsewhere is shown, and one undo goes back', () => {
    const store = createPieceStore(newPiece('p', 'mine', NOW));
    store.getState().take(newPiece('p', 'theirs', NOW));
    expect(store.getState().piece.name).toBe('theirs');
    store.temporal.getState().undo();
    expect(store.getState().piece.name).toBe('mine');
  });
});
