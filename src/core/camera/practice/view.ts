import type { Field } from '../../field/field.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import type { CameraPose, Triple } from '../cameraPose.ts';
import type { RobotTag } from '../robotTag.ts';
import type { TableTag } from '../tags.ts';
import type { PracticeView } from './picture.ts';

/** The pictures of a practice camera, px. */
const [WIDTH, HEIGHT] = [1280, 720];
/** What its lens is: a usual one of a laptop. Nobody tells it to whoever calibrates. */
const LENS = { focal: 0.78, k1: -0.06, k2: 0.01, off: { x: 4, y: -3 } };
/** It looks down from beside the near border, so many times as high as the table is wide, from so far before its middle. */
const PLACE = { height: 0.78, before: 0.46, aside: 0.03 };

/** A camera over a table, such that all of it is seen. */
export function practiceView(
  field: Field,
  { body }: RobotParameters,
  tags: readonly TableTag[],
  robotTag: RobotTag,
  seed: number,
): PracticeView {
  const wide = Math.max(field.width, 1.6 * field.height);
  const eye: Triple = [
    field.width * (0.5 + PLACE.aside),
    field.height / 2 - PLACE.before * wide,
    PLACE.height * wide,
  ];
  const f = LENS.focal * WIDTH;
  return {
    field,
    body,
    tags,
    robotTag,
    camera: lookingAt(eye, [field.width / 2, field.height * 0.42, 0]),
    lens: {
      fx: f,
      fy: f,
      cx: (WIDTH - 1) / 2 + LENS.off.x,
      cy: (HEIGHT - 1) / 2 + LENS.off.y,
      k1: LENS.k1,
      k2: LENS.k2,
    },
    width: WIDTH,
    height: HEIGHT,
    seed,
  };
}

/** A camera at a place that looks at another, upright. */
export function lookingAt(eye: Triple, at: Triple): CameraPose {
  const ahead = unit([at[0] - eye[0], at[1] - eye[1], at[2] - eye[2]]);
  const right = unit(cross(ahead, [0, 0, 1]));
  const down = cross(ahead, right);
  const seen = (row: Triple) => -(row[0] * eye[0] + row[1] * eye[1] + row[2] * eye[2]);
  return { rotation: [right, down, ahead], translation: [seen(right), seen(down), seen(ahead)] };
}

function cross(a: Triple, b: Triple): Triple {
  return [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
}

function unit([x, y, z]: Triple): Triple {
  const length = Math.hypot(x, y, z);
  return [x / length, y / length, z / length];
}
