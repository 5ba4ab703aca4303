import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { PAIRED } from '../../contracts/actions.ts';
import { deviceSchema, roleName, ROLES, type Device, type Role } from '../../contracts/devices.ts';
import { formatAgo } from '../../core/language/dates.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { useChanges } from '../../ui/live/useChanges.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Picker } from '../../ui/TextField.tsx';
import styles from './DevicesView.module.css';
import { say } from '../../core/language/say.ts';

const listSchema = z.array(deviceSchema);

interface DeviceListProps {
  devices: Device[];
  own: string | null;
}

/** The devices that may come in: what each may do, when it was last here, and the way out. */
export function DeviceList({ devices, own }: DeviceListProps) {
  const [shown, setShown] = useState(devices);
  const changing = useMutation({
    mutationFn: (work: Promise<Device[]>) => work,
    onSuccess: setShown,
  });
  useChanges(false, ({ action }) => {
    if (action === PAIRED) changing.mutate(ask(listSchema, 'GET', 'devices'));
  });
  const change = ({ id, name }: Device, role: Role) =>
    changing.mutate(ask(listSchema, 'PATCH', `devices/${id}`, { name, role }));
  return (
    <>
      <h2>{say`Who may come in`}</h2>
      {changing.error !== null && <Notice tone="fault">{sentenceOf(changing.error)}</Notice>}
      <ul className={styles['list']} aria-label={say`Devices`}>
        {shown.length === 0 && (
          <li>{say`No device yet but this machine. Give three words to let one in.`}</li>
        )}
        {shown.map((device) => (
          <li key={device.id}>
            <strong>
              {device.name}
              <small>
                {device.id === own
                  ? say`this one`
                  : say`here ${formatAgo(device.lastUsedAt, Date.now())}`}
              </small>
            </strong>
            <Picker
              label={say`may`}
              value={device.role}
              options={ROLES.map((role) => ({ value: role, label: roleName(role) }))}
              onChange={(role) => change(device, role as Role)}
            />
            <Button
              aria-label={say`Send ${device.name} away`}
              onClick={() => changing.mutate(ask(listSchema, 'DELETE', `devices/${device.id}`))}
            >{say`Send away`}</Button>
          </li>
        ))}
      </ul>
      <p
        className={styles['soft']}
      >{say`Who is sent away sees nothing any more from that moment on, and comes back only with new words. What it logged stays.`}</p>
    </>
  );
}
