/** A row of a document's history, oldest first. An undo or redo names the edit it took back or made again. */
export type HistoryRow = { id: number; kind: 'import' | 'edit' | 'undo' | 'redo'; reverts: number | null };

/** The edits that can still be undone and redone, the next one last. */
export type UndoState = { undo: number[]; redo: number[] };

/**
 * Replays a history into what can be undone and redone. Nothing is ever taken out of the history, so undo
 * works after a reload and for whoever comes next. A new edit ends what could be redone.
 */
export function undoState(rows: readonly HistoryRow[]): UndoState {
  const state: UndoState = { undo: [], redo: [] };
  const take = (from: number[], id: number): void => {
    const at = from.lastIndexOf(id);
    if (at >= 0) from.splice(at, 1);
  };
  for (const { id, kind, reverts } of rows) {
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
