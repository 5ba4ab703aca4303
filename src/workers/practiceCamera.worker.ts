import './workerConventions.ts';
import * as Comlink from 'comlink';
import { PracticeFilm } from '../core/camera/practice/film.ts';
import { practiceCamera, type PracticeCamera } from '../core/camera/practice/picture.ts';
import { practiceView } from '../core/camera/practice/view.ts';
import type { RobotTag } from '../core/camera/robotTag.ts';
import type { TableTag } from '../core/camera/tags.ts';
import type { Field } from '../core/field/field.ts';
import { practiceTruth } from '../core/practice/truth.ts';
import type { RobotParameters } from '../core/robot/parameters.ts';
import type { RoutePlan } from '../core/route/plan.ts';

/** What the practice camera shows. */
export interface PracticeTask {
  plan: RoutePlan;
  field: Field;
  setup: RobotParameters;
  tags: readonly TableTag[];
  robotTag: RobotTag;
  seed: number;
  /** Runs that were driven before, so that the next ones are others. */
  before: number;
}

/** Shades of grey in the warm light of a room, as the pixels of a canvas. */
const TONES = Uint32Array.from(
  { length: 256 },
  (_, grey) => 0xff000000 | (Math.round(0.86 * grey) << 16) | (Math.round(0.97 * grey) << 8) | grey,
);

let camera: PracticeCamera | null = null;
let film: PracticeFilm | null = null;

const door = {
  begin({ plan, field, setup, tags, robotTag, seed, before }: PracticeTask) {
    const truth = practiceTruth(setup, seed).setup;
    const experiment = { plan, field, estimated: setup, trueParameters: truth };
    const view = practiceView(field, setup, tags, robotTag, seed);
    camera = practiceCamera(view);
    film = new PracticeFilm(experiment, seed, before);
    return { width: view.width, height: view.height };
  },

  /** The picture at a time, s. */
  picture(time: number): ImageBitmap {
    const { turn, begun } = film!.turnAt(time);
    const { width, height, data } = camera!.picture(turn.sceneAt, time - begun);
    const colours = new ImageData(width, height);
    const pixels = new Uint32Array(colours.data.buffer);
    for (let i = 0; i < data.length; i++) pixels[i] = TONES[data[i]!]!;
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')!.putImageData(colours, 0, 0);
    const bitmap = canvas.transferToImageBitmap();
    return Comlink.transfer(bitmap, [bitmap]);
  },
};

export type PracticeCameraApi = typeof door;

Comlink.expose(door);
