import { useMemo } from 'react';
import { recordsOf, type BenchRecord } from '../../contracts/bench.ts';
import { type BenchOf } from '../../core/benches/index.ts';
import type { Robot } from '../../contracts/robots.ts';
import {
  CHANNELS,
  conventionalName,
  DEVICE_KINDS,
  newDevice,
  PLACE_KINDS,
  PLACES_FOR,
  portFaults,
  portsSentence,
  readsLight,
  ROLES_OF,
  TURNING_KINDS,
  UNITS_OF,
  type Channel,
  type Device,
  type DeviceKind,
  type DeviceRole,
  type PlaceKind,
  type PortFault,
} from '../../core/benches/ports/ports.ts';
import { placesWord, portWord } from '../../core/benches/ports/portWords.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import styles from './BenchView.module.css';
import { History } from './History.tsx';
import portStyles from './PortsSheet.module.css';
import { StepWalk } from './StepWalk.tsx';
import type { Keeping } from './useKeeping.ts';
import { plural, say } from '../../core/language/say.ts';

/** What was written down and not kept yet. */
export interface PortsDraft {
  bench: BenchOf<'ports'>;
  record: BenchRecord<BenchOf<'ports'>> | null;
}

interface PortsSheetProps {
  robot: Robot;
  records: readonly BenchRecord[];
  keeping: Keeping;
  draft: PortsDraft | null;
  onDraft: (draft: PortsDraft) => void;
}

const EMPTY: BenchOf<'ports'> = { kind: 'ports', language: 'python', devices: [] };

/** What is plugged in where, under which name, in which unit: checked, and printable. */
export function PortsSheet({ robot, records, keeping, draft, onDraft }: PortsSheetProps) {
  const kept = useMemo(() => recordsOf(records, 'ports'), [records]);
  const { bench, record } = draft ?? {
    bench: kept[0]?.bench ?? EMPTY,
    record: kept[0] ?? null,
  };
  const { devices, language } = bench;
  const faults = portFaults(devices, language);
  const change = (part: Partial<BenchOf<'ports'>>) => {
    keeping.say(null);
    onDraft({ bench: { ...bench, ...part }, record: null });
  };
  const changeDevice = (at: number, part: Partial<Device>) =>
    change({ devices: devices.map((one, i) => (i === at ? { ...one, ...part } : one)) });
  const changeKind = (at: number, kind: DeviceKind) =>
    changeDevice(at, {
      kind,
      unit: UNITS_OF[kind][0]!,
      role: null,
      reversed: false,
      channel: null,
      ...(PLACES_FOR[kind].includes(devices[at]!.place) ? {} : { place: PLACES_FOR[kind][0]! }),
    });
  const add = (kind: DeviceKind) => change({ devices: [...devices, newDevice(kind)] });
  const keep = async () => {
    const made = await keeping.keep(bench);
    if (made !== null) onDraft({ bench, record: made });
  };
  return (
    <div className={styles['bench-sheet']}>
      <div className={styles['head']}>
        <h1>{portsSentence(devices, faults)}</h1>
      </div>
      <StepWalk kind="ports" known={kept.length > 0} />
      <Wiring robot={robot.name} devices={devices} faults={faults} />
      <div className={portStyles['controls']}>
        <Choice
          label={say`Program language`}
          value={language}
          options={[
            { value: 'python', label: say`Python` },
            { value: 'java', label: say`Java` },
          ]}
          onChange={(next) => change({ language: next })}
        />
        <Button
          disabled={devices.length === 0}
          onClick={() =>
            change({
              devices: devices.map((one) => ({
                ...one,
                name: conventionalName(one.name, language),
              })),
            })
          }
        >{say`Write the names as ${language === 'python' ? say`Python` : say`Java`} does`}</Button>
      </div>
      {devices.length > 0 && (
        <table className={`${styles['table']} ${portStyles['devices']}`}>
          <thead>
            <tr>
              <th>{say`device`}</th>
              <th>{say`name in the program`}</th>
              <th>{say`used for`}</th>
              <th>{say`sense, channel`}</th>
              <th>{say`plugged into`}</th>
              <th>{say`which`}</th>
              <th>{say`unit`}</th>
              <th aria-label={say`remove`} />
            </tr>
          </thead>
          <tbody>
            {devices.map((device, i) => (
              <DeviceRow
                key={i}
                device={device}
                at={i + 1}
                faults={faults.filter((fault) => fault.device === i)}
                onKind={(kind) => changeKind(i, kind)}
                onChange={(part) => changeDevice(i, part)}
                onRemove={() => change({ devices: devices.filter((_, j) => j !== i) })}
              />
            ))}
          </tbody>
        </table>
      )}
      <div className={styles['buttons']}>
        {DEVICE_KINDS.map((kind) => (
          <Button key={kind} onClick={() => add(kind)}>
            {`+ ${portWord(kind)}`}
          </Button>
        ))}
      </div>
      {devices.some(({ place }) => place === 'bus') && (
        <Notice>{say`Bus sensors are the first to fall silent on a low battery.`}</Notice>
      )}
      <div className={styles['buttons']}>
        <Button
          data-needs="table"
          variant="main"
          disabled={devices.length === 0 || record !== null || keeping.busy}
          onClick={() => void keep()}
        >
          {record === null ? say`Keep this wiring` : say`Kept as record ${record.number}`}
        </Button>
        <Button
          disabled={devices.length === 0}
          onClick={() => print()}
        >{say`Print the wiring sheet`}</Button>
      </div>
      {keeping.done !== null && <Notice tone="good">{keeping.done}</Notice>}
      {keeping.fault !== null && <Notice tone="fault">{keeping.fault}</Notice>}
      <History
        shown={record?.number ?? null}
        onShow={(number) => {
          const chosen = kept.find((one) => one.number === number);
          if (chosen !== undefined) onDraft({ bench: chosen.bench, record: chosen });
        }}
        entries={kept.map(({ number, createdAt, bench: its }) => ({
          number,
          createdAt,
          conditions: null,
          trend: null,
          says: say`${plural(its.devices.length, '# device', '# devices')}`,
        }))}
      />
    </div>
  );
}

interface DeviceRowProps {
  device: Device;
  at: number;
  faults: readonly PortFault[];
  onKind: (kind: DeviceKind) => void;
  onChange: (part: Partial<Device>) => void;
  onRemove: () => void;
}

function DeviceRow({ device, at, faults, onKind, onChange, onRemove }: DeviceRowProps) {
  const { kind, name, place, label, unit } = device;
  const roles = ROLES_OF[kind];
  const units = UNITS_OF[kind].includes(unit) ? UNITS_OF[kind] : [...UNITS_OF[kind], unit];
  return (
    <>
      <tr>
        <td>
          <select
            aria-label={say`Kind of device ${at}`}
            value={kind}
            onChange={(event) => onKind(event.target.value as DeviceKind)}
          >
            {DEVICE_KINDS.map((one) => (
              <option key={one} value={one}>
                {portWord(one)}
              </option>
            ))}
          </select>
        </td>
        <td>
          <input
            aria-label={say`Name of device ${at}`}
            value={name}
            maxLength={40}
            spellCheck={false}
            data-word="true"
            id={`device-${at}`}
            aria-invalid={faults.length > 0}
            onChange={(event) => onChange({ name: event.target.value })}
          />
        </td>
        <td>
          {roles !== undefined && (
            <select
              aria-label={say`Use of device ${at}`}
              value={device.role ?? ''}
              onChange={(event) =>
                onChange({ role: (event.target.value || null) as DeviceRole | null })
              }
            >
              <option value="">–</option>
              {roles.map((one) => (
                <option key={one} value={one}>
                  {portWord(one)}
                </option>
              ))}
            </select>
          )}
        </td>
        <td>
          {TURNING_KINDS.includes(kind) && (
            <select
              aria-label={say`Sense of device ${at}`}
              value={device.reversed ? 'reversed' : 'as it is'}
              onChange={(event) => onChange({ reversed: event.target.value === 'reversed' })}
            >
              <option value="as it is">{say`as it is`}</option>
              <option value="reversed">{say`reversed`}</option>
            </select>
          )}
          {readsLight(device) && (
            <select
              aria-label={say`Channel of device ${at}`}
              value={device.channel ?? 'reflected'}
              onChange={(event) => onChange({ channel: event.target.value as Channel })}
            >
              {CHANNELS.map((one) => (
                <option key={one} value={one}>
                  {portWord(one)}
                </option>
              ))}
            </select>
          )}
        </td>
        <td>
          <select
            aria-label={say`Place of device ${at}`}
            value={place}
            onChange={(event) => onChange({ place: event.target.value as PlaceKind })}
          >
            {PLACE_KINDS.map((one) => (
              <option key={one} value={one}>
                {portWord(one)}
              </option>
            ))}
          </select>
        </td>
        <td>
          <input
            aria-label={say`${place === 'bus' ? say`Address` : say`Letter or number`} of device ${at}`}
            value={label}
            maxLength={20}
            onChange={(event) => onChange({ label: event.target.value })}
          />
        </td>
        <td>
          <select
            aria-label={say`Unit of device ${at}`}
            value={unit}
            onChange={(event) => onChange({ unit: event.target.value })}
          >
            {units.map((one) => (
              <option key={one} value={one}>
                {portWord(one)}
              </option>
            ))}
          </select>
        </td>
        <td>
          <Button
            variant="quiet"
            aria-label={say`Remove device ${at}`}
            onClick={onRemove}
          >{say`Remove`}</Button>
        </td>
      </tr>
      {faults.map(({ sentence }) => (
        <tr key={sentence} className={portStyles['fault']}>
          <td colSpan={8}>{sentence}</td>
        </tr>
      ))}
    </>
  );
}

interface WiringProps {
  robot: string;
  devices: readonly Device[];
  faults: readonly PortFault[];
}

/** 2 before 10, M1 before M2. */
function byLabel(a: string, b: string): number {
  return a.length - b.length || a.localeCompare(b);
}

/** The hub as a drawing: every place that is used, with what hangs on it. Pointing leads to the row. */
function Wiring({ robot, devices, faults }: WiringProps) {
  const groups = PLACE_KINDS.map((place) => ({
    place,
    devices: devices
      .map((device, i) => ({ device, at: i }))
      .filter(({ device }) => device.place === place)
      .toSorted((a, b) => byLabel(a.device.label, b.device.label)),
  })).filter((group) => group.devices.length > 0);
  if (groups.length === 0) return null;
  return (
    <figure className={portStyles['wiring']}>
      <figcaption>{say`${robot}: what is plugged in where`}</figcaption>
      {groups.map((group) => (
        <section key={group.place} aria-label={placesWord(group.place)}>
          <h3>{placesWord(group.place)}</h3>
          <div>
            {group.devices.map(({ device, at }) => (
              <button
                data-paper
                key={at}
                type="button"
                data-fault={faults.some((fault) => fault.device === at)}
                onClick={() => document.getElementById(`device-${at + 1}`)?.focus()}
              >
                <strong>{device.label.trim() === '' ? '?' : device.label}</strong>
                <span>
                  <code>{device.name === '' ? '–' : device.name}</code>
                  <small>
                    {[
                      portWord(device.role ?? device.kind),
                      ...(device.reversed ? [say`reversed`] : []),
                      ...(readsLight(device) && device.channel !== null
                        ? [portWord(device.channel)]
                        : []),
                      portWord(device.unit),
                    ].join(', ')}
                  </small>
                </span>
              </button>
            ))}
          </div>
        </section>
      ))}
    </figure>
  );
}
