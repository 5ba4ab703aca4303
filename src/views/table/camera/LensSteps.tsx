import { useMutation } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import {
  TAGS_A_VIEW,
  VIEWS_ENOUGH,
  viewsIn,
  WANTED_VIEWS,
  type CalibratedLens,
  type LensView,
  type WantedView,
} from '../../../core/camera/calibrateLens.ts';
import { LENS_SHEET, type Paper } from '../../../core/camera/tagSheet.ts';
import { formatNumber } from '../../../core/mathematics/quantity.ts';
import { sentenceOf } from '../../../ui/api.ts';
import { Button } from '../../../ui/Button.tsx';
import { cameraWorker, type SeenFrame } from '../../../ui/camera/cameraWorker.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { Notice } from '../../../ui/Notice.tsx';
import { useWorker } from '../../../ui/useWorker.ts';
import styles from '../../../ui/camera/Camera.module.css';
import type { CameraNotes } from '../../../ui/camera/cameraNotes.ts';
import { say } from '../../../core/language/say.ts';

/** A sheet that moves by more than this between two pictures, px, is blurred. */
const STILL = 1.5;
/** A residual beyond this, px, is no good: the sheet was bent, or moved. */
const WORST_RESIDUAL = 0.6;

interface LensStepsProps {
  seen: SeenFrame;
  /** What the camera calls itself. */
  camera: string;
  notes: CameraNotes;
  onDone: () => void;
}

/** Calibrates a lens: the sheet is held before the camera in ten ways, and each is taken by itself when it is held still. */
export function LensSteps({ seen, camera, notes, onDone }: LensStepsProps) {
  const worker = useWorker(cameraWorker);
  const [paper, setPaper] = useState<Paper>('A4');
  const [views, setViews] = useState<readonly { view: LensView; kinds: WantedView[] }[]>([]);
  const before = useRef<LensView>([]);
  const workOut = useMutation({
    mutationFn: async () => {
      const taken = views.map((one) => one.view);
      const lens = await worker.ask((door) => door.lens(taken, seen.size, paper));
      if (lens === null)
        throw new Error(say`These views do not say what the lens does. Take them again.`);
      return lens;
    },
  });
  const found = workOut.data ?? null;
  const covered = new Set(views.flatMap(({ kinds }) => kinds));
  const view = seen.tags.filter(({ id }) => LENS_SHEET.ids.includes(id));
  useEffect(() => {
    const still = isStill(before.current, view);
    before.current = view;
    if (!still || view.length < TAGS_A_VIEW || found !== null) return;
    const kinds = viewsIn(view, seen.size).filter((kind) => !covered.has(kind));
    if (kinds.length > 0) setViews((taken) => [...taken, { view, kinds }]);
    // Each picture once.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [seen]);
  const missing = WANTED_VIEWS.filter((kind) => !covered.has(kind));
  const again = () => {
    setViews([]);
    workOut.reset();
  };
  const keep = (lens: CalibratedLens) => {
    const { width, height } = seen.size;
    return notes.keep({ about: 'lens', key: camera, value: { width, height, ...lens } });
  };
  const kept = useMutation({ mutationFn: keep, onSuccess: onDone });
  const error = workOut.error ?? kept.error;
  return (
    <section className={styles['now']} aria-label={say`The lens`}>
      <h2>{say`What this lens does`}</h2>
      <p>{say`Hold the printed sheet for the lens before the camera, in ten ways. Each picture is taken by itself when you hold it still.`}</p>
      <Choice
        label={say`The sheet is`}
        value={paper}
        options={[
          { value: 'A4', label: 'A4' },
          { value: 'Letter', label: say`Letter` },
        ]}
        onChange={setPaper}
      />
      <ul className={styles['wanted']}>
        {WANTED_VIEWS.map((kind) => (
          <li key={kind} data-there={covered.has(kind)}>
            {covered.has(kind) ? '✓' : '○'} {viewWords(kind)}
          </li>
        ))}
      </ul>
      <p role="status">
        {found !== null
          ? say`Found from ${found.views} views: corners lie ${formatNumber(found.residual, 2)} px from where the lens says.`
          : view.length < TAGS_A_VIEW
            ? say`The sheet is not in sight: ${view.length} of its ${LENS_SHEET.ids.length} tags.`
            : missing.length === 0
              ? say`All views are there.`
              : say`Next: ${viewWords(missing[0]!)}.`}
      </p>
      {found !== null && found.residual > WORST_RESIDUAL && (
        <Notice tone="fault">{say`That is much: the sheet was bent or moved, or another paper. Take the views again.`}</Notice>
      )}
      {error !== null && <Notice tone="fault">{sentenceOf(error)}</Notice>}
      <div className={styles['row']}>
        {found === null ? (
          <Button
            variant="main"
            disabled={covered.size < VIEWS_ENOUGH || workOut.isPending}
            onClick={() => workOut.mutate()}
          >
            {workOut.isPending ? say`Working it out …` : say`Work it out`}
          </Button>
        ) : (
          <Button
            variant="main"
            onClick={() => kept.mutate(found)}
          >{say`Keep it for this camera`}</Button>
        )}
        {views.length > 0 && <Button onClick={again}>{say`Take them again`}</Button>}
        <Button onClick={onDone}>{say`Leave it`}</Button>
      </div>
    </section>
  );
}

/** Whether the tags of two pictures lie in the same places. */
function isStill(one: LensView, other: LensView): boolean {
  const pairs = other.flatMap((tag) => {
    const same = one.find(({ id }) => id === tag.id);
    return same === undefined ? [] : [{ a: same.corners[0], b: tag.corners[0] }];
  });
  return (
    pairs.length >= TAGS_A_VIEW &&
    pairs.every(({ a, b }) => Math.hypot(a.x - b.x, a.y - b.y) < STILL)
  );
}

function viewWords(kind: WantedView): string {
  switch (kind) {
    case 'flat':
      return say`straight before it`;
    case 'left':
      return say`in the left of the picture`;
    case 'right':
      return say`in the right of the picture`;
    case 'upper':
      return say`in its upper part`;
    case 'lower':
      return say`in its lower part`;
    case 'tilted left':
      return say`its left side tilted away`;
    case 'tilted right':
      return say`its right side tilted away`;
    case 'tilted away':
      return say`its upper side tilted away`;
    case 'tilted here':
      return say`its lower side tilted away`;
    case 'near':
      return say`so near that it fills the picture`;
  }
}
