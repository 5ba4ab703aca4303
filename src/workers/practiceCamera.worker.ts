import './workerConventions.ts';
import * as Comlink from 'comlink';
import { filmedBenchDrive } from '../core/camera/practice/benchDrive.ts';
import { PracticeFilm } from '../core/camera/practice/film.ts';
import { filmedRun, type FilmedDrive } from '../core/camera/practice/outing.ts';
import { practiceCamera, type PracticeCamera } from '../core/camera/practice/picture.ts';
import { practiceView } from '../core/camera/practice/view.ts';
import type { RobotTag } from '../core/camera/robotTag.ts';
import type { TableTag } from '../core/camera/tags.ts';
import type { Field } from '../core/field/field.ts';
import type { PracticeCommand } from '../core/practice/commands.ts';
import { PracticeHub } from '../core/practice/hub.ts';
import { practiceTruth } from '../core/practice/truth.ts';
import type { RobotParameters } from '../core/robot/parameters.ts';
import type { RoutePlan } from '../core/route/plan.ts';
import { randomRun } from '../core/simulation/run.ts';

/** What the practice camera shows. */
export interface PracticeTask {
  field: Field;
  /** The robot as the team believes it, and as it was believed first: by that its truth was drawn. */
  setup: RobotParameters;
  first: RobotParameters;
  seed: number;
  tags: readonly TableTag[];
  robotTag: RobotTag;
  /** A route, which it drives again and again, or what it does for a bench until it is told something else. */
  does: { plan: RoutePlan } | { command: PracticeCommand };
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
let told: PracticeCommand | null = null;

/** What the practice robot does in a turn, by its number. */
function drives({ does, field, first, setup, seed, before }: PracticeTask) {
  const truth = practiceTruth(first, seed);
  if ('plan' in does) {
    const experiment = {
      plan: does.plan,
      field,
      estimated: setup,
      trueParameters: truth.setup,
    };
    return (number: number): FilmedDrive => filmedRun(randomRun(experiment, seed, number));
  }
  told = does.command;
  const hub = new PracticeHub(truth, setup, seed + before);
  return (): FilmedDrive => filmedBenchDrive(hub, told!, field);
}

const door = {
  begin(task: PracticeTask) {
    const { field, setup, tags, robotTag, seed, before } = task;
    const view = practiceView(field, setup, tags, robotTag, seed);
    camera = practiceCamera(view);
    film = new PracticeFilm(drives(task), seed, before);
    return { width: view.width, height: view.height };
  },

  /**
   * The picture at a time, s.
   *
   * @param command what it does the next time that it is put down, if that is something else than before
   */
  picture(time: number, command: PracticeCommand | null): ImageBitmap {
    told = command ?? told;
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
