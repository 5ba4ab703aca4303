import { offsetWords } from '../../core/formats/runLine.ts';
import { scores } from '../../core/field/field.ts';
import { Button } from '../../ui/Button.tsx';
import { QuickActions } from './QuickActions.tsx';
import { typedOf } from './runEntry.ts';
import styles from './TableView.module.css';
import { useMeasured, useTableWork } from './tableWork.ts';
import { say } from '../../core/language/say.ts';

/** Hit or miss, and the run as one line to type. */
export function RunLine() {
  const { log, save, enter, store } = useTableWork();
  const { entry, model, mark } = useMeasured();
  const typed = typedOf(entry);
  const fault = typed !== null && !typed.ok ? typed.message : null;
  return (
    <>
      <div className={styles['judge']}>
        {[true, false].map((hit) => (
          <Button
            key={String(hit)}
            className={styles[hit ? 'hit' : 'miss']}
            disabled={mark === null || log.busy}
            onClick={() => void save(hit)}
          >
            {hit ? say`Hit` : say`Miss`}
          </Button>
        ))}
      </div>
      <QuickActions />
      <div className={styles['line']}>
        <label
          htmlFor="run-line"
          className="unseen"
        >{say`Type a run: right, far, degrees, h or m`}</label>
        <input
          id="run-line"
          value={entry.line}
          placeholder="12 -5 2 h"
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => store.type(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && enter()}
        />
        <p className={styles['says']} data-fault={fault !== null} aria-live="polite">
          {fault ??
            (mark === null
              ? say`Press where the tool point ended, or type right, far, degrees and h or m, then Enter.`
              : say`${offsetWords({ ...mark, turned: mark.headingKnown ? mark.turned : null })}: ${scores(model.zone, mark) ? say`inside` : say`outside`} the zone`)}
        </p>
      </div>
    </>
  );
}
