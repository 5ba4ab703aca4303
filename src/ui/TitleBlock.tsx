import { isRightPositive } from '../core/language/conventions.ts';
import { unitOf } from '../core/mathematics/quantity.ts';
import styles from './TitleBlock.module.css';
import { formatMoment } from '../core/language/dates.ts';
import { say } from '../core/language/say.ts';

export interface TitleBlockProps {
  robot: string;
  setup: number | null;
  field: string;
  route: string;
  revision: string;
  session: string;
  rightPositive: boolean;
  /** When the sheet was made, ISO 8601. */
  sheet: string;
}

/** What is on this sheet, as on a drawing: always true, always printed. */
export function TitleBlock(props: TitleBlockProps) {
  const cells: [string, string][] = [
    ['robot', props.setup === null ? '–' : say`${props.robot}, setup ${props.setup}`],
    ['field', props.field],
    [
      'units',
      `${unitOf('length')}, °, ${isRightPositive(props.rightPositive) ? 'right +' : 'left +'}`,
    ],
    ['route', props.revision === '' ? '–' : say`${props.route}, rev ${props.revision}`],
    ['session', props.session],
    ['sheet', formatMoment(props.sheet, 'day and time')],
  ];
  return (
    <dl className={styles['block']} aria-label={say`Title block`}>
      {cells.map(([name, value]) => (
        <div key={name} className={styles['cell']}>
          <dt>{name}</dt>
          <dd title={value} suppressHydrationWarning={name === 'sheet'}>
            {name === 'units' ? <a href="/team">{value}</a> : value}
          </dd>
        </div>
      ))}
    </dl>
  );
}
