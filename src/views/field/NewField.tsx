import { formatQuantity } from '../../core/mathematics/quantity.ts';
import { useMutation } from '@tanstack/react-query';
import { fieldRecordSchema, type OfferedField } from '../../contracts/fields.ts';
import { useState } from 'react';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { island } from '../../ui/island.tsx';
import styles from '../../ui/Empty.module.css';
import { Offers } from './Offers.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { say } from '../../core/language/say.ts';

/** Starts a field: a name and the size of the table. */
function NewFieldSheet({ offers }: { offers: readonly OfferedField[] }) {
  const [form, setForm] = useState({ name: '', width: 2200, height: 1100 });
  const change = (part: Partial<typeof form>) => setForm((now) => ({ ...now, ...part }));
  const { name, width, height } = form;
  const create = useMutation({
    mutationFn: () =>
      ask(fieldRecordSchema, 'POST', 'fields', {
        name,
        field: {
          width,
          height,
          border: true,
          ground: 'white',
          models: [],
          walls: [],
          lines: [],
          starts: [
            { id: 'start', name: say`Start`, pose: { x: width / 10, y: height / 5, heading: 0 } },
          ],
        },
      }),
    onSuccess: ({ id }) => location.assign(`/field?field=${id}`),
  });
  const size = (value: number) =>
    value >= 100 && value <= 20000
      ? null
      : say`From ${formatQuantity(100, 'length')} to ${formatQuantity(20000, 'length')}.`;
  return (
    <form
      className={styles['empty']}
      onSubmit={(event) => {
        event.preventDefault();
        create.mutate();
      }}
    >
      <h1>{say`A new field.`}</h1>
      <p>{say`The table inside its border. Models, lines and start places are drawn next.`}</p>
      {offers.length > 0 && <Offers offers={offers} />}
      <TextField
        label={say`Name`}
        value={name}
        onChange={(to) => change({ name: to })}
        maxLength={80}
        autoFocus
      />
      <QuantityField
        label={say`Width`}
        kind="length"
        value={width}
        refuse={size}
        onChange={(to) => change({ width: to })}
      />
      <QuantityField
        label={say`Depth`}
        kind="length"
        value={height}
        refuse={size}
        onChange={(to) => change({ height: to })}
      />
      <Button
        data-needs="coach"
        variant="main"
        type="submit"
        disabled={name.trim() === ''}
      >{say`Start the field`}</Button>
      {create.error !== null && <Notice tone="fault">{sentenceOf(create.error)}</Notice>}
    </form>
  );
}

export const NewField = island(NewFieldSheet);
