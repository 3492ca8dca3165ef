/** A row of a document's history, oldest first. An undo or redo names the edit it took back or made again. */
export type HistoryRow = {
  id: number;
  kind: 'import' | 'edit' | 'undo' | 'redo';
  reverts: number | null;
  person: string;
};

/** The edits that can still be undone and redone, the next one last. */
export type UndoState = { undo: number[]; redo: number[] };

/**
 * Replays a history into what one person can undo and redo: each takes back what he changed himself, whatever others changed between.
 * Nothing is ever taken out of the history, so undo works after a reload. A new edit of the same person ends what could be redone.
 */
export function undoState(rows: readonly HistoryRow[], person: string): UndoState {
  const own = new Set(rows.filter((row) => row.kind === 'edit' && row.person === person).map(({ id }) => id));
  const state: UndoState = { undo: [], redo: [] };
  const take = (from: number[], id: number): void => {
    const at = from.lastIndexOf(id);
    if (at >= 0) from.splice(at, 1);
  };
  for (const { id, kind, reverts } of rows) {
    if (!own.has(kind === 'edit' ? id : (reverts ?? 0))) continue;
    if (kind === 'edit') {
      state.undo.push(id);
      state.redo = [];
    } else if (kind === 'undo' && reverts !== null) {
      take(state.undo, reverts);
      state.redo.push(reverts);
    } else if (kind === 'redo' && reverts !== null) {
      take(state.redo, reverts);
      state.undo.push(reverts);
    }
  }
  return state;
}
