import { transfer } from 'comlink';
import { useEffect, useMemo, useRef } from 'react';
import { offsetFrom, scores } from '../../../core/field/field.ts';
import { heightBy } from '../../../core/camera/fixedCamera.ts';
import { toolPose } from '../../../core/robot/toolPose.ts';
import { formatQuantity } from '../../../core/mathematics/quantity.ts';
import { Button } from '../../../ui/Button.tsx';
import {
  cameraWorker,
  type CameraWorker,
  type RobotInPhoto,
  type SeenPhoto,
} from '../../../ui/camera/cameraWorker.ts';
import { Notice } from '../../../ui/Notice.tsx';
import { useWorked } from '../../../ui/useWorker.ts';
import practice from '../Practice.module.css';
import { useMeasured, useTableWork } from '../tableWork.ts';
import { useCameraNotes, type CameraNotes } from '../../../ui/camera/cameraNotes.ts';
import { withinWords } from './seenRun.ts';
import { plural, say } from '../../../core/language/say.ts';

/** A tag that is so much larger or smaller than said, as a share, has another height, and its place is asked about. */
const OTHER_SCALE = 0.012;
/** Edges that lie farther from where they should, px, were followed wrong. */
const WORST_RESIDUAL = 0.8;

/** Looks for tags in the photo of a run, and measures by them at once; says in words when it cannot. */
export function PhotoSeen({ photo }: { photo: File }) {
  const { field, robot } = useTableWork();
  const notes = useCameraNotes({ field, robot });
  if (notes === null) return null;
  return <PhotoWithTags photo={photo} notes={notes} />;
}

async function look(
  worker: CameraWorker,
  { photo, notes }: { photo: File; notes: CameraNotes },
): Promise<SeenPhoto> {
  const bitmap = await createImageBitmap(photo);
  const { tags, robotTag } = notes;
  // Nobody knows which of a phone’s lenses took it.
  const lens = null;
  return worker.ask((door) => door.photo(transfer(bitmap, [bitmap]), { tags, robotTag, lens }));
}

function PhotoWithTags({ photo, notes }: { photo: File; notes: CameraNotes }) {
  const { robot, store } = useTableWork();
  const { model } = useMeasured();
  const wanted = useMemo(() => ({ photo, notes }), [photo, notes]);
  const { found, fault, working } = useWorked(cameraWorker, wanted, look);
  const seen = found?.robot ?? null;
  const take = (measured: RobotInPhoto) =>
    store.takeMeasured(
      offsetFrom(model.zone, toolPose(robot.setup.setup.body, measured.pose)),
      say`Measured by the tags in a photo, ${withinWords(measured.covariance)}.`,
    );
  const doubt = seen === null ? null : doubtOf(seen, notes);
  // What is sure is taken at once, and once.
  const taken = useRef<RobotInPhoto | null>(null);
  useEffect(() => {
    if (seen === null || doubt !== null || taken.current === seen) return;
    taken.current = seen;
    take(seen);
  });
  if (working) return <p role="status">{say`Looking for tags in the photo …`}</p>;
  if (fault !== null) return <Notice tone="fault">{fault}</Notice>;
  if (found === null) return null;
  if (seen === null) return <p role="status">{missingWords(found, notes.robotTag.id)}</p>;
  if (doubt !== null)
    return (
      <>
        <Notice tone="fault">{doubt}</Notice>
        <div className={practice['row']}>
          <Button onClick={() => take(seen)}>{say`Use it all the same`}</Button>
        </div>
      </>
    );
  return (
    <p role="status">
      {scores(model.zone, offsetFrom(model.zone, toolPose(robot.setup.setup.body, seen.pose)))
        ? say`Measured by its tags, ${withinWords(seen.covariance)}: inside the zone.`
        : say`Measured by its tags, ${withinWords(seen.covariance)}: outside the zone.`}
    </p>
  );
}

/** Why a measurement is not taken before a person was asked; null for none. */
function doubtOf(
  { scale, residual, used, above }: RobotInPhoto,
  { robotTag }: CameraNotes,
): string | null {
  if (used.length < 2)
    return say`Only one tag of the table is seen whole: that says little of where the camera was.`;
  if (residual > WORST_RESIDUAL)
    return say`The tags do not lie where they are said to lie: one was moved, or is another size.`;
  if (Math.abs(scale - 1) > OTHER_SCALE)
    return say`The robot’s tag looks ${formatQuantity(heightBy(scale, robotTag.height, above), 'length', 0)} high, not ${formatQuantity(robotTag.height, 'length', 0)}: tell its height, or look whether the robot is tipped.`;
  return null;
}

function missingWords({ missing, tags }: SeenPhoto, robot: number): string {
  switch (missing) {
    case 'robot tag':
      return tags.length === 0
        ? say`No tags in this photo. Measure by pressing on it, or print tags.`
        : say`${plural(tags.length, 'One tag is', '# tags are')} in the photo, but not the robot’s tag ${robot}, whole and sharp.`;
    case 'table tags':
      return say`The robot’s tag is in the photo, but none of the table’s, whole and sharp.`;
    default:
      return say`The tags do not say where the camera was: take the photo from higher up.`;
  }
}
