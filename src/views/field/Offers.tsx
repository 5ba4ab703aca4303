import { useMutation } from '@tanstack/react-query';
import { z } from 'zod';
import { teamName } from '../../contracts/devices.ts';
import type { OfferedField } from '../../contracts/fields.ts';
import { idSchema } from '../../core/schema/scalars.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import styles from './FieldView.module.css';
import { say } from '../../core/language/say.ts';

/** Fields that other teams of the club offer: a copy of one is a quicker beginning than a new drawing. */
export function Offers({ offers }: { offers: readonly OfferedField[] }) {
  const taking = useMutation({
    mutationFn: (id: string) => ask(z.object({ id: idSchema }), 'POST', `fields/offered/${id}`),
    onSuccess: ({ id }) => location.assign(`/field?field=${id}`),
  });
  return (
    <ul className={styles['offers']} aria-label={say`Fields that other teams offer`}>
      {offers.map(({ id, name, team }) => (
        <li key={id}>
          <span>{say`${name}, from ${teamName({ id, name: team })}`}</span>
          <Button
            data-needs="coach"
            disabled={taking.isPending}
            onClick={() => taking.mutate(id)}
          >{say`Take a copy`}</Button>
        </li>
      ))}
      {taking.error !== null && <Notice tone="fault">{sentenceOf(taking.error)}</Notice>}
    </ul>
  );
}
