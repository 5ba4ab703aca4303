import { useMutation } from '@tanstack/react-query';
import { offerChoiceSchema } from '../../contracts/fields.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Notice } from '../../ui/Notice.tsx';
import styles from './FieldView.module.css';
import { say } from '../../core/language/say.ts';

/** Whether the other teams of the club may take a copy of this field. */
export function OfferChoice({ id, offered }: { id: string; offered: boolean }) {
  const choosing = useMutation({
    mutationFn: (next: boolean) =>
      ask(offerChoiceSchema, 'PUT', `fields/${id}/offer`, { offered: next }),
  });
  return (
    <label className={styles['offer']} data-needs="coach">
      <input
        type="checkbox"
        checked={choosing.data?.offered ?? offered}
        onChange={(event) => choosing.mutate(event.target.checked)}
      />
      {say`All teams may take a copy of it`}
      {choosing.error !== null && <Notice tone="fault">{sentenceOf(choosing.error)}</Notice>}
    </label>
  );
}
