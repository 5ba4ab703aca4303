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
    [say`robot`, props.setup === null ? '–' : say`${props.robot}, setup ${props.setup}`],
    [say`field`, props.field],
    [
      say`units`,
      `${unitOf('length')}, °, ${isRightPositive(props.rightPositive) ? say`right +` : say`left +`}`,
    ],
    [say`route`, props.revision === '' ? '–' : say`${props.route}, rev ${props.revision}`],
    [say`session`, props.session],
    [say`sheet`, formatMoment(props.sheet, 'day and time')],
  ];
  return (
    <dl className={styles['block']} aria-label={say`Title block`}>
      {cells.map(([name, value]) => (
        <div key={name} className={styles['cell']}>
          <dt>{name}</dt>
          <dd title={value} suppressHydrationWarning={name === say`sheet`}>
            {name === say`units` ? <a href="/team">{value}</a> : value}
          </dd>
        </div>
      ))}
    </dl>
  );
}
