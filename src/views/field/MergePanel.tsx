import type { FieldRecord } from '../../contracts/fields.ts';
import { fieldObjectOf, type FieldObject } from '../../core/field/editing.ts';
import { nameOf, TABLE_WORDS } from '../../core/field/fieldWords.ts';
import type { Collision } from '../../core/field/merging.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import styles from './FieldView.module.css';
import { say } from '../../core/language/say.ts';

/** What somebody else saved while this drawing was worked on. */
export interface Merging {
  theirs: FieldRecord;
  /** Their changes in sentences. */
  changes: string[];
  /** What both changed, until one side is chosen. */
  collisions: Collision[];
}

/** The same without a collision that has been decided. */
export function settled(merging: Merging, collision: Collision): Merging {
  return { ...merging, collisions: merging.collisions.filter((one) => one !== collision) };
}

/** Their side of what collides, to be drawn beside ours. */
export function theirThings({ theirs, collisions }: Merging): FieldObject[] {
  return collisions.flatMap((collision) =>
    collision.what === 'thing' ? (fieldObjectOf(theirs.field, collision.chosen) ?? []) : [],
  );
}

interface MergePanelProps {
  merging: Merging;
  onMine: (collision: Collision) => void;
  onTheirs: (collision: Collision) => void;
}

/** Says what somebody else saved meanwhile: what fits is in the drawing already, the rest is asked about. */
export function MergePanel({ merging, onMine, onTheirs }: MergePanelProps) {
  const { changes, collisions } = merging;
  return (
    <div className={styles['merging']} role="group" aria-label={say`Saved by somebody else`}>
      <Notice>{say`Somebody else saved this field meanwhile. ${changes.join(' ')} ${
        collisions.length === 0
          ? say`Both drawings are laid together here: look, then save.`
          : say`What only one of you changed is laid together here. Theirs is drawn dashed.`
      }`}</Notice>
      {collisions.map((collision) => (
        <div key={keyOf(collision)} className={styles['collision']}>
          <span>{wordsOf(collision)}</span>
          <Button onClick={() => onMine(collision)}>{say`Keep mine`}</Button>
          <Button onClick={() => onTheirs(collision)}>{say`Take theirs`}</Button>
        </div>
      ))}
    </div>
  );
}

function keyOf(collision: Collision): string {
  return collision.what === 'table'
    ? collision.member
    : `${collision.chosen.kind} ${collision.chosen.id}`;
}

function wordsOf(collision: Collision): string {
  if (collision.what === 'table')
    return say`${TABLE_WORDS[collision.member]}: you both changed it.`;
  const { mine, theirs } = collision;
  const name = nameOf((mine ?? theirs)!);
  if (theirs === null) return say`${name}: you changed it, they took it away.`;
  if (mine === null) return say`${name}: you took it away, they changed it.`;
  return say`${name}: you both changed it.`;
}
