import type { Reading } from '../../core/formats/readingsTable.ts';
import type { Rgb } from '../../core/robot/colours.ts';
import { Button } from '../../ui/Button.tsx';
import { Figures } from '../../ui/Figures.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { LinkPanel } from '../../ui/link/LinkPanel.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Plot } from '../../ui/Plot.tsx';
import styles from './BenchView.module.css';
import { Conditions } from './Conditions.tsx';
import { History } from './History.tsx';
import { Readings } from './Readings.tsx';
import { ReadingWalk } from './ReadingWalk.tsx';
import { SetupChanges } from './SetupChanges.tsx';
import type { AnyTrialBench, Trial } from './trialBench.ts';
import { useTrialBench, type TrialSheetProps, type TrialWork } from './useTrialBench.ts';
import { say } from '../../core/language/say.ts';

/** The sheet of a bench whose readings are a table. */
export function TrialSheet<B extends AnyTrialBench, R>(props: TrialSheetProps<B, R>) {
  const { definition } = props;
  const work = useTrialBench(props);
  const { shown, trials, used, takeFile } = work;
  return (
    <div
      className={styles['bench-sheet']}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void takeFile(event.dataTransfer.files[0]);
      }}
    >
      <div className={styles['head']}>
        <h1>{shown === null ? definition.ask : definition.sentence(shown)}</h1>
        {shown === null && trials.length > 0 && <p>{definition.missing(used)}</p>}
      </div>
      <div className={styles['turn']}>
        <TrialReadings {...props} work={work} />
        <TrialResult {...props} work={work} />
      </div>
    </div>
  );
}

type PartProps<B extends AnyTrialBench, R> = TrialSheetProps<B, R> & { work: TrialWork<B, R> };

/** How it is measured, and what was read. */
function TrialReadings<B extends AnyTrialBench, R>(props: PartProps<B, R>) {
  const { definition, robot, live, work } = props;
  const { setup } = robot.setup;
  const { bench, rows, columns, trials, record, used, shown, takeText, takeFile } = work;
  const { options: Options, beside } = definition;
  return (
    <div className={styles['taking']}>
      <div className={styles['column']}>
        {Options !== undefined && (
          <div className={styles['options']}>
            <Options bench={bench} setup={setup} onChange={work.setOptions} />
          </div>
        )}
        <ReadingWalk {...props} />
      </div>
      <div className={styles['column']}>
        <LinkPanel live={live} offers={definition.practice(bench, setup)} />
        <Readings
          columns={columns}
          rows={rows}
          onRows={work.setRows}
          onTable={takeText}
          colour={definition.colour as ((reading: Reading) => Rgb) | undefined}
          beside={
            beside === undefined || shown === null
              ? null
              : {
                  label: beside.label,
                  values: used.trials.map((trial, i) =>
                    beside.value(shown.result, i, trial as Trial<B>),
                  ),
                }
          }
        />
        {work.slips.map((question) => (
          <Notice key={question} tone="fault">
            {question}
          </Notice>
        ))}
        <div className={styles['buttons']}>
          <FileButton
            label={say`Open a file`}
            accept=".csv,.txt,.json,.jsonl"
            onFiles={([file]) => void takeFile(file)}
          />
          <Button
            variant="quiet"
            disabled={trials.length === 0}
            onClick={work.startAnew}
          >{say`Measure anew`}</Button>
        </div>
        <Conditions
          key={record?.id ?? 'new'}
          value={bench.conditions}
          onChange={work.setConditions}
        />
      </div>
    </div>
  );
}

/** What the readings say, what becomes of it, and what was found before. */
function TrialResult<B extends AnyTrialBench, R>(props: PartProps<B, R>) {
  const { definition, robot, keeping, work } = props;

  const { record, records, used, shown, findings } = work;
  const { More } = definition;
  const earlier = records.filter(({ id }) => id !== record?.id).map(({ bench }) => bench);
  return (
    <div className={styles['column']}>
      <Plot {...definition.plot(used, shown?.result ?? null)} />
      {shown !== null && (
        <>
          {definition.warnings?.(shown).map((sentence) => (
            <Notice key={sentence} tone="fault">
              {sentence}
            </Notice>
          ))}
          <Figures figures={definition.figures(shown)} />
          {More !== undefined && <More {...shown} earlier={earlier} />}
          {Object.keys(findings).length > 0 && (
            <SetupChanges stored={robot.setup} findings={findings} />
          )}
        </>
      )}
      <TrialButtons {...props} />
      {keeping.done !== null && <Notice tone="good">{keeping.done}</Notice>}
      {keeping.fault !== null && <Notice tone="fault">{keeping.fault}</Notice>}
      <History
        shown={record?.number ?? null}
        onShow={work.showRecord}
        entries={records.map((one) => {
          const result = work.resultOf(one);
          return {
            number: one.number,
            createdAt: one.createdAt,
            conditions: one.bench.conditions,
            trend: result === null ? null : definition.trend(result),
          };
        })}
      />
    </div>
  );
}

function TrialButtons<B extends AnyTrialBench, R>({ keeping, work }: PartProps<B, R>) {
  const { trials, record, findings, use, keep } = work;
  const useful = Object.keys(findings).length > 0;
  if (trials.length === 0) return null;
  return (
    <div className={styles['buttons']}>
      {useful && (
        <Button
          data-needs="coach"
          variant="main"
          disabled={keeping.busy}
          onClick={() => void use()}
        >{say`Use in the setup`}</Button>
      )}
      <Button
        data-needs="table"
        disabled={record !== null || keeping.busy}
        variant={useful ? 'plain' : 'main'}
        onClick={() => void keep()}
      >
        {record === null ? say`Keep the record` : say`Kept as record ${record.number}`}
      </Button>
    </div>
  );
}
