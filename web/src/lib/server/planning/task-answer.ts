import type { ToldTask } from '@jovet/core/plan/explain';

/** A task as it is answered to other programs. */
export const taskAnswer = ({ id, note, what, start, end, local }: Pick<ToldTask, 'id' | 'note' | 'what' | 'start' | 'end' | 'local'>) => ({
  id, kind: note.kind, what, start, end, local,
}); // prettier-ignore
