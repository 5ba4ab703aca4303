import { useMemo, useState } from 'react';
import { v4 as uuid } from 'uuid';
import type { BenchRecord, Robot, SetupRevision, TurnBench } from '../../contracts/records.ts';
import {
  fitTurnModel,
  samplingSpread,
  setupValuesFrom,
  shortestFullTurn,
  triggerFor,
  turnSentence,
} from '../../core/bench/turn.ts';
import { degrees, radians } from '../../core/geometry/angle.ts';
import { formatNumber, formatQuantity, parseQuantity } from '../../core/quantities/quantity.ts';
import { withSetupValues } from '../../core/robot/setup.ts';
import { send, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Figures } from '../../ui/Figures.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import { TextField } from '../../ui/TextField.tsx';
import styles from './BenchView.module.css';
import { TurnPlot } from './TurnPlot.tsx';

interface TurnSheetProps {
  robot: Robot;
  records: BenchRecord[];
  onRecord: (record: BenchRecord) => void;
  onSaved: (setup: SetupRevision) => void;
}

/** A row of the table as it is typed; an empty row is a trial still to come. */
interface Row {
  key: string;
  trigger: string;
  rate: string;
  measured: string;
  struck: string | null;
}

const EMPTY_ROWS = 3;

/** The turn bench: trials in, stop-early model out. */
export function TurnSheet({ robot, records, onRecord, onSaved }: TurnSheetProps) {
  const setup = robot.setup.setup;
  const newest = records[0];
  const [record, setRecord] = useState<BenchRecord | null>(newest ?? null);
  const [rows, setRows] = useState<Row[]>(() => rowsOf(newest?.bench.trials ?? []));
  const [style, setStyle] = useState<TurnBench['style']>(newest?.bench.style ?? 'spot');
  const [battery, setBattery] = useState(String(newest?.bench.conditions.battery ?? ''));
  const [surface, setSurface] = useState(newest?.bench.conditions.surface ?? '');
  const [wanted, setWanted] = useState({ angle: radians(90), rate: radians(120) });
  const [fault, setFault] = useState<string | null>(null);
  const [done, setDone] = useState<string | null>(null);

  const trials = useMemo(() => trialsOf(rows), [rows]);
  const counted = trials.filter((trial) => trial.struck === null);
  const model = useMemo(() => fitTurnModel(counted), [counted]);
  const touched = () => {
    setRecord(null);
    setDone(null);
  };
  const change = (key: string, part: Partial<Row>) => {
    touched();
    setRows((now) =>
      withEmptyRows(now.map((row) => (row.key === key ? { ...row, ...part } : row))),
    );
  };
  const keep = async (): Promise<BenchRecord> => {
    if (record !== null) return record;
    const volts = parseQuantity(battery, 'voltage');
    const bench: TurnBench = {
      kind: 'turn',
      style,
      conditions: { battery: volts.ok ? volts.value : null, surface },
      trials,
    };
    const kept = await send<BenchRecord>('POST', `robots/${robot.id}/bench-records`, {
      id: uuid(),
      bench,
    });
    setRecord(kept);
    onRecord(kept);
    return kept;
  };
  const use = async () => {
    if (model === null) return;
    try {
      const kept = await keep();
      const values = setupValuesFrom(model, setup, style);
      const source = { kind: 'bench' as const, record: kept.number };
      const saved = await send<SetupRevision>('POST', `robots/${robot.id}/setups`, {
        basedOn: robot.setup.number,
        reason: `Turn bench, record ${kept.number}`,
        setup: withSetupValues(setup, values),
        sources: {
          ...robot.setup.sources,
          ...Object.fromEntries(Object.keys(values).map((path) => [path, source])),
        },
      });
      setFault(null);
      setDone(`Setup ${saved.number} uses record ${kept.number}. New runs and programs follow it.`);
      onSaved(saved);
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  const trigger = model === null ? null : triggerFor(model, wanted.angle, wanted.rate);
  const shortTrials = counted.filter(
    (trial) => trial.trigger < shortestFullTurn(setup, trial.rate, style),
  ).length;

  return (
    <>
      <div className={styles['head']}>
        <h1>
          {model === null
            ? 'Turn a few times and measure how far it really went.'
            : turnSentence(model)}
        </h1>
        <p>
          Reset the gyro, turn, stop the motors when it passes the stop, measure with a protractor.
          Three angles, three times each, tell most.
        </p>
      </div>
      <div className={styles['turn']}>
        <div className={styles['column']}>
          <div className={styles['buttons']}>
            <Choice
              label="Wheels"
              value={style}
              options={[
                { value: 'spot', label: 'both' },
                { value: 'pivot-left', label: 'right only' },
                { value: 'pivot-right', label: 'left only' },
              ]}
              onChange={(next) => {
                touched();
                setStyle(next);
              }}
            />
          </div>
          <table className={styles['table']}>
            <thead>
              <tr>
                <th>stop at, °</th>
                <th>rate, °/s</th>
                <th>turned, °</th>
                <th>further</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {rows.map((row, i) => (
                <TrialRow
                  key={row.key}
                  row={row}
                  number={i + 1}
                  onChange={(part) => change(row.key, part)}
                />
              ))}
            </tbody>
          </table>
          <div className={styles['wanted']}>
            <TextField
              label="Battery, V"
              value={battery}
              onChange={(text) => {
                touched();
                setBattery(text);
              }}
            />
            <TextField
              label="Surface"
              value={surface}
              onChange={(text) => {
                touched();
                setSurface(text);
              }}
            />
          </div>
        </div>
        <div className={styles['column']}>
          <div className={styles['plot']}>
            <TurnPlot trials={counted} model={model} />
          </div>
          {model === null || trigger === null ? (
            <Notice>
              {counted.length === 0
                ? 'Nothing measured yet. Two trials at one angle give a first number.'
                : 'One more trial is needed before a number can be given.'}
            </Notice>
          ) : (
            <>
              <div className={styles['wanted']}>
                <QuantityField
                  label="For a true"
                  kind="angle"
                  value={wanted.angle}
                  refuse={(v) => (v > 0 ? null : 'Give it without a sign.')}
                  onChange={(angle) => setWanted({ ...wanted, angle })}
                />
                <QuantityField
                  label="at"
                  kind="rate"
                  digits={0}
                  value={wanted.rate}
                  refuse={(v) => (v > 0 ? null : 'Give it without a sign.')}
                  onChange={(rate) => setWanted({ ...wanted, rate })}
                />
                <output>
                  stop at {formatQuantity(trigger.trigger, 'angle')}{' '}
                  <small>
                    next turn within ± {formatNumber(degrees(trigger.high - trigger.trigger), 1)}°
                  </small>
                </output>
              </div>
              <Figures
                figures={[
                  {
                    label: 'Slope, true over stop',
                    value:
                      model.constantP === null
                        ? '1 assumed'
                        : interval(model.slope.value, model.slope.high, 1, 4),
                    why: 'A slope of 1 means the same number of degrees at every angle. Least squares, with a 95 % interval by Student’s t.',
                  },
                  ...model.runOn.map(({ rate, estimate }) => ({
                    label: `Turns on at ${formatNumber(degrees(rate), 0)}°/s`,
                    value: `${interval(estimate.value, estimate.high, 180 / Math.PI, 2)}°`,
                    why: 'c(ω) = ω·τ + ω²/(2α): the delay of sensor, loop and command, then braking.',
                  })),
                  {
                    label: 'Spread of one turn',
                    value: `± ${formatNumber(degrees(model.residualSpread), 2)}°`,
                    why: 'Standard deviation of the trials about the fit.',
                  },
                  {
                    label: 'of which the loop alone',
                    value: `± ${formatNumber(degrees(samplingSpread(wanted.rate, setup.program.loopPeriod)), 2)}°`,
                    why: 'A loop of period T sees the heading every ω·T. That uniform error, ω·T/√12, no stop angle can remove; a slower rate can.',
                  },
                ]}
              />
              {shortTrials > 0 && (
                <Notice mood="fault">
                  {shortTrials} of the trials are too short to reach their rate: they measure
                  something else. Strike them or turn further.
                </Notice>
              )}
              <div className={styles['buttons']}>
                <Button weight="main" onClick={() => void use()}>
                  Use in the setup
                </Button>
                <Button
                  disabled={record !== null}
                  onClick={() =>
                    void keep().then(
                      () => setFault(null),
                      (error: unknown) => setFault(sentenceOf(error)),
                    )
                  }
                >
                  {record === null ? 'Keep the record only' : `Kept as record ${record.number}`}
                </Button>
              </div>
              {done !== null && <Notice mood="good">{done}</Notice>}
            </>
          )}
          {fault !== null && <Notice mood="fault">{fault}</Notice>}
        </div>
      </div>
    </>
  );
}

interface TrialRowProps {
  row: Row;
  number: number;
  onChange: (part: Partial<Row>) => void;
}

function TrialRow({ row, number, onChange }: TrialRowProps) {
  const [trial] = trialsOf([row]);
  const cell = (name: 'trigger' | 'rate' | 'measured', label: string) => (
    <td>
      <input
        aria-label={`${label} of trial ${number}`}
        value={row[name]}
        inputMode="decimal"
        disabled={row.struck !== null}
        aria-invalid={row[name].trim() !== '' && degreesOf(row[name]) === null}
        onChange={(event) => onChange({ [name]: event.target.value })}
      />
    </td>
  );
  return (
    <tr data-struck={row.struck !== null}>
      {cell('trigger', 'Stop')}
      {cell('rate', 'Rate')}
      {cell('measured', 'Measured turn')}
      <td>{trial === undefined ? '' : formatNumber(degrees(trial.measured - trial.trigger), 1)}</td>
      <td>
        {trial !== undefined && (
          <Button
            weight="quiet"
            aria-label={`${row.struck === null ? 'Strike' : 'Count'} trial ${number}`}
            onClick={() => onChange({ struck: row.struck === null ? 'struck by hand' : null })}
          >
            {row.struck === null ? 'strike' : 'count'}
          </Button>
        )}
      </td>
    </tr>
  );
}

/** "5.7 ± 0.4" from a value and the upper end of its interval. */
function interval(value: number, high: number, factor: number, digits: number): string {
  return `${formatNumber(value * factor, digits)} ± ${formatNumber((high - value) * factor, digits)}`;
}

function degreesOf(text: string): number | null {
  const parsed = parseQuantity(text, 'angle');
  return parsed.ok && parsed.value > 0 ? parsed.value : null;
}

function trialsOf(rows: readonly Row[]): TurnBench['trials'] {
  return rows.flatMap(({ trigger, rate, measured, struck }) => {
    const [a, b, c] = [trigger, rate, measured].map(degreesOf);
    return a == null || b == null || c == null
      ? []
      : [{ trigger: a, rate: b, measured: c, struck }];
  });
}

function rowsOf(trials: TurnBench['trials']): Row[] {
  const text = (angle: number) => formatNumber(degrees(angle), 2).replace('−', '-');
  return withEmptyRows(
    trials.map(({ trigger, rate, measured, struck }) => ({
      key: uuid(),
      trigger: text(trigger),
      rate: text(rate),
      measured: text(measured),
      struck,
    })),
  );
}

/** There is always room for the next trial; its rate is the last one's. */
function withEmptyRows(rows: Row[]): Row[] {
  const filled = rows.findLastIndex((row) => row.trigger !== '' || row.measured !== '') + 1;
  const rate = rows[filled - 1]?.rate ?? '120';
  const fresh = Array.from({ length: Math.max(0, filled + EMPTY_ROWS - rows.length) }, () => ({
    key: uuid(),
    trigger: '',
    rate,
    measured: '',
    struck: null,
  }));
  return [...rows, ...fresh];
}
