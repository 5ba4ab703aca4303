import type { ClipboardEvent } from 'react';
import Papa from 'papaparse';
import type { Reading } from '../../core/formats/readingsTable.ts';
import type { Rgb } from '../../core/robot/colours.ts';
import { Button } from '../../ui/Button.tsx';
import { Swatch } from '../../ui/Swatch.tsx';
import styles from './BenchView.module.css';
import { columnLabel, readCell, readRow, type ReadingRow, withReadyRows } from './readingRows.ts';
import type { ShownColumn } from './trialBench.ts';
import { memberWord } from '../../core/language/memberWords.ts';
import { say } from '../../core/language/say.ts';

interface ReadingsProps {
  columns: readonly ShownColumn[];
  rows: readonly ReadingRow[];
  onRows: (rows: ReadingRow[]) => void;
  /** Text with a header that was pasted: a whole table, not cells. */
  onTable: (text: string) => void;
  /** What stands beside each reading that counts, in their order. */
  beside: { label: string; values: readonly string[] } | null;
  /** The colour of a reading that is one. */
  colour?: ((reading: Reading) => Rgb) | undefined;
}

/** The readings of a bench, as a table that can be typed and pasted into. */
export function Readings({ columns, rows, onRows, onTable, beside, colour }: ReadingsProps) {
  const change = (key: string, part: Partial<ReadingRow>) =>
    onRows(
      withReadyRows(
        rows.map((row) => (row.key === key ? { ...row, ...part } : row)),
        columns,
      ),
    );
  /** Pasted cells go where the cursor is, over as many rows and columns as they have. */
  const paste = (event: ClipboardEvent, at: number, from: number) => {
    const text = event.clipboardData.getData('text/plain').trim();
    const first = text.split('\n', 1)[0] ?? '';
    if (/^\s*\{/.test(first) || /[a-z]_[a-z]/i.test(first) || /\bt_s\b/.test(first)) {
      event.preventDefault();
      onTable(text);
      return;
    }
    const cells = Papa.parse<string[]>(text, { skipEmptyLines: true }).data;
    if (cells.length < 2 && (cells[0]?.length ?? 0) < 2) return;
    event.preventDefault();
    let next = [...rows];
    cells.forEach((line, i) => {
      if (next[at + i] === undefined) next = withReadyRows(next, columns);
      const row = next[at + i]!;
      const filled = { ...row.cells };
      line.slice(0, columns.length - from).forEach((cell, j) => {
        filled[columns[from + j]!.name] = cell;
      });
      next[at + i] = { ...row, cells: filled };
      next = withReadyRows(next, columns);
    });
    onRows(next);
  };
  let countedBefore = 0;
  return (
    <div className={styles['readings']}>
      <table className={styles['table']}>
        <thead>
          <tr>
            <th aria-label={say`number`} />
            {columns.map((column) => (
              <th key={column.name}>{columnLabel(column)}</th>
            ))}
            {beside !== null && <th>{beside.label}</th>}
            <th aria-label={say`count it or not`} />
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => {
            const reading = readRow(row, columns);
            const whole = reading !== null;
            const besides =
              whole && row.struck === null ? beside?.values[countedBefore++] : undefined;
            return (
              <tr key={row.key} data-struck={row.struck !== null}>
                <td className={styles['count']}>
                  {colour !== undefined && reading !== null && <Swatch colour={colour(reading)} />}
                  {i + 1}
                </td>
                {columns.map((column, j) => (
                  <td key={column.name}>
                    <ReadingCell
                      column={column}
                      label={say`${columnLabel(column)}, reading ${i + 1}`}
                      text={row.cells[column.name] ?? ''}
                      disabled={row.struck !== null}
                      onText={(text) =>
                        change(row.key, { cells: { ...row.cells, [column.name]: text } })
                      }
                      onPaste={(event) => paste(event, i, j)}
                    />
                  </td>
                ))}
                {beside !== null && <td>{besides ?? ''}</td>}
                <td className={styles['strike']}>
                  {whole && row.struck === null && (
                    <Button
                      variant="quiet"
                      aria-label={say`Strike reading ${i + 1}`}
                      onClick={() => change(row.key, { struck: 'misread' })}
                    >{say`Strike`}</Button>
                  )}
                  {row.struck !== null && (
                    <>
                      <input
                        aria-label={say`Why reading ${i + 1} does not count`}
                        value={row.struck}
                        maxLength={200}
                        onChange={(event) => change(row.key, { struck: event.target.value })}
                      />
                      <Button
                        variant="quiet"
                        aria-label={say`Count reading ${i + 1}`}
                        onClick={() => change(row.key, { struck: null })}
                      >{say`Count`}</Button>
                    </>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** Characters for which a cell has room at least; a longer number makes it wider. */
const SHORTEST = 6;

interface ReadingCellProps {
  column: ShownColumn;
  label: string;
  text: string;
  disabled: boolean;
  onText: (text: string) => void;
  onPaste: (event: ClipboardEvent) => void;
}

function ReadingCell({ column, label, text, disabled, onText, onPaste }: ReadingCellProps) {
  const cell = readCell(text, column);
  const fault = 'fault' in cell ? cell.fault : null;
  if (column.words !== undefined) {
    return (
      <select
        aria-label={label}
        value={text}
        disabled={disabled}
        onChange={(event) => onText(event.target.value)}
      >
        {column.optional === true && <option value="">–</option>}
        {column.words.map((word) => (
          <option key={word} value={word}>
            {memberWord(word)}
          </option>
        ))}
      </select>
    );
  }
  return (
    <input
      aria-label={label}
      value={text}
      title={fault ?? undefined}
      inputMode={column.kind === 'word' ? 'text' : 'decimal'}
      data-word={column.kind === 'word'}
      size={Math.max(SHORTEST, text.length + 1)}
      disabled={disabled}
      aria-invalid={fault !== null}
      onChange={(event) => onText(event.target.value)}
      onPaste={onPaste}
    />
  );
}
