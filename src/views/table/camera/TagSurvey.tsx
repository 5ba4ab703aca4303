import { useState } from 'react';
import type { LensNote } from '../../../core/camera/notes.ts';
import { laidByRobot, surveyTags } from '../../../core/camera/surveyTags.ts';
import { LENS_SHEET } from '../../../core/camera/tagSheet.ts';
import type { SeenTag } from '../../../core/camera/tags.ts';
import { formatNumber } from '../../../core/mathematics/quantity.ts';
import { startPose } from '../../../core/simulation/run.ts';
import { sentenceOf } from '../../../ui/api.ts';
import { Button } from '../../../ui/Button.tsx';
import type { SeenFrame } from '../../../ui/camera/cameraWorker.ts';
import { Notice } from '../../../ui/Notice.tsx';
import { useTableWork } from '../tableWork.ts';
import styles from '../../../ui/camera/Camera.module.css';
import type { CameraNotes } from '../../../ui/camera/cameraNotes.ts';
import { plural, say } from '../../../core/language/say.ts';

interface TagSurveyProps {
  seen: SeenFrame;
  notes: CameraNotes;
  lens: LensNote | null;
  onDone: () => void;
}

/** Finds where tags lie that somebody put anywhere: from a few pictures, and a robot that stands at its start. */
export function TagSurvey({ seen, notes, lens, onDone }: TagSurveyProps) {
  const { route, field } = useTableWork();
  const [views, setViews] = useState<readonly (readonly SeenTag[])[]>([]);
  const [fault, setFault] = useState<string | null>(null);
  const { robotTag, tags } = notes;
  const size = tags[0]!.size;
  const onTable = seen.tags.filter(({ id }) => id !== robotTag.id && !LENS_SHEET.ids.includes(id));
  const ids = [...new Set(views.flatMap((view) => view.map(({ id }) => id)))];
  if (lens === null)
    return (
      <div className={styles['now']}>
        <p>{say`To find where tags lie the lens has to be known: find out first what it does.`}</p>
        <div className={styles['row']}>
          <Button onClick={onDone}>{say`Leave it`}</Button>
        </div>
      </div>
    );
  const workOut = async () => {
    setFault(null);
    const sizes = new Map(ids.map((id) => [id, size]));
    const anchor = { id: ids[0]!, x: 0, y: 0, heading: 0, size };
    const found = surveyTags(views, anchor, sizes, lens.lens);
    if (found.tags === null) {
      setFault(
        say`Tags ${found.missing.join(', ')} are in no picture together with the others: take one that shows both.`,
      );
      return;
    }
    const start = startPose(route.revision.plan, field.field);
    const laid = laidByRobot(found.tags, seen.tags, robotTag, lens.lens, start);
    if (laid === null) {
      setFault(
        say`The robot’s tag and one of the table’s have to be in sight: put it at its start.`,
      );
      return;
    }
    if (found.residual > WORST_RESIDUAL) {
      setFault(
        say`The pictures do not agree, by ${formatNumber(found.residual, 1)} px: a tag was moved, or is another size. Take them again.`,
      );
      return;
    }
    try {
      await notes.keep({ about: 'field', key: field.id, value: { tags: laid } });
      onDone();
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <section className={styles['now']} aria-label={say`Where the tags lie`}>
      <h2>{say`Where the tags lie`}</h2>
      <p>{say`Put tags anywhere on the table. Take three or more pictures from different sides, each with two tags or more. Then put the robot at its start, as exactly as you can: it says where the table is.`}</p>
      <p role="status">
        {say`${plural(views.length, 'One picture', '# pictures')}, ${plural(ids.length, 'one tag', '# tags')}. In sight now: ${plural(onTable.length, 'one tag', '# tags')}.`}
      </p>
      {fault !== null && <Notice tone="fault">{fault}</Notice>}
      <div className={styles['row']}>
        <Button
          disabled={onTable.length < 2}
          onClick={() => setViews((before) => [...before, onTable])}
        >{say`Take a picture`}</Button>
        <Button
          variant="main"
          disabled={views.length < PICTURES || seen.robot === null}
          onClick={() => void workOut()}
        >{say`The robot stands at its start: work it out`}</Button>
        <Button onClick={onDone}>{say`Leave it`}</Button>
      </div>
    </section>
  );
}

/** From fewer pictures nobody can tell a moved tag from a bad picture. */
const PICTURES = 3;
/** A residual beyond this, px, says that the pictures do not show the same tags in the same places. */
const WORST_RESIDUAL = 1.5;
