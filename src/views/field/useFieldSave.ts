import { fieldRecordSchema, type FieldRecord } from '../../contracts/fields.ts';
import { useMutation } from '@tanstack/react-query';
import { fieldDifferences } from '../../core/field/fieldWords.ts';
import { mergedField } from '../../core/field/merging.ts';
import { ask, RequestFailed, sentenceOf } from '../../ui/api.ts';
import type { Draft } from '../../ui/useDraft.ts';
import { useFieldStore } from './fieldStore.ts';

/** Saves the drawing; what somebody else saved meanwhile is merged into it, and asked about where both changed it. */
export function useFieldSave(id: string, draft: Draft): { save: () => void; fault: string | null } {
  const { state, history } = useFieldStore();
  const { mutate, error } = useMutation({
    mutationFn: () => {
      const { name, saved } = state.getState();
      const field = history.store.getState().present;
      return ask(fieldRecordSchema, 'PUT', `fields/${id}`, {
        name: name.trim(),
        field,
        version: saved.version,
      }).then((next) => ({ ...next, field }));
    },
    onSuccess: (saved) => {
      state.setState({ saved, name: saved.name, merging: null });
      draft.forget();
    },
    onError: (refusal) => {
      const theirs = storedIn(refusal);
      if (theirs === null) return;
      const { name, saved } = state.getState();
      const field = history.store.getState().present;
      // What only one of us changed is taken from them; what both did is asked about.
      const { field: both, collisions } = mergedField(saved.field, field, theirs.field);
      const changes = fieldDifferences(saved.field, theirs.field);
      state.setState({
        merging: { theirs, changes, collisions },
        name: name === saved.name ? theirs.name : name,
        saved: theirs,
      });
      history.change(both);
    },
  });
  return {
    save: mutate,
    fault: error === null || storedIn(error) !== null ? null : sentenceOf(error),
  };
}

/** What is stored now, when a save was refused because somebody was quicker. */
function storedIn(error: unknown): FieldRecord | null {
  const problem = error instanceof RequestFailed ? error.problem : null;
  return (problem as { stored?: FieldRecord } | null)?.stored ?? null;
}
