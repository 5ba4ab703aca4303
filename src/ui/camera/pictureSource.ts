import type { PracticeCommand } from '../../core/practice/commands.ts';
import { practiceCameraWorker, type PracticeTask } from './cameraWorker.ts';
import { say } from '../../core/language/say.ts';

/** Where pictures come from: a camera of this device, the practice camera, or a video that was recorded. */
export type SourceChoice =
  | { kind: 'camera'; deviceId: string | null }
  | { kind: 'practice'; task: PracticeTask }
  | { kind: 'file'; file: File };

/** Pictures that come, as a video element that plays them. */
export interface PictureSource {
  video: HTMLVideoElement;
  /** What the camera calls itself; its lens is kept under this name. */
  name: string;
  stop: () => void;
  /** The time of the picture that is shown, s, where that is another than the clock’s. */
  time?: () => number;
  /** Tells the practice robot before a practice camera what to do next. */
  tell?: (command: PracticeCommand) => void;
}

/** Asked of a camera, px; one that has less gives what it has. */
const [WIDTH, HEIGHT] = [1280, 720];
/** Pictures of the practice camera a second, if the machine can. */
const PRACTICE_RATE = 25;
/** On a machine that draws more slowly than this, s a picture, the practice robot is slower too: what nobody draws nobody sees. */
const SLOWEST = 0.08;

/** Opens a source; throws a sentence when it cannot be opened. */
export async function openSource(choice: SourceChoice): Promise<PictureSource> {
  const video = document.createElement('video');
  video.muted = true;
  video.playsInline = true;
  switch (choice.kind) {
    case 'camera': {
      const stream = await cameraStream(choice.deviceId);
      await play(video, stream);
      const [track] = stream.getVideoTracks();
      return { video, name: track?.label ?? '', stop: () => stopped(video, stream) };
    }
    case 'practice': {
      const practice = practiceStream(choice.task);
      await play(video, await practice.stream);
      return {
        video,
        name: say`Practice camera`,
        tell: practice.tell,
        time: practice.time,
        stop: () => {
          practice.stop();
          stopped(video);
        },
      };
    }
    case 'file': {
      const address = URL.createObjectURL(choice.file);
      video.src = address;
      await video.play().catch(() => {
        URL.revokeObjectURL(address);
        throw new Error(say`This browser cannot play ${choice.file.name}. Take an MP4 or a WebM.`);
      });
      return {
        video,
        name: choice.file.name,
        stop: () => {
          stopped(video);
          URL.revokeObjectURL(address);
        },
      };
    }
  }
}

/** The cameras of this device; without names until one was allowed. */
export async function camerasHere(): Promise<MediaDeviceInfo[]> {
  if (!mayHaveCamera()) return [];
  const devices = await navigator.mediaDevices.enumerateDevices();
  return devices.filter(({ kind }) => kind === 'videoinput');
}

/** Browsers give cameras only to pages that nobody on the way can change. */
function mayHaveCamera(): boolean {
  return 'mediaDevices' in navigator;
}

async function cameraStream(deviceId: string | null): Promise<MediaStream> {
  if (!mayHaveCamera())
    throw new Error(
      say`A camera needs a safe address: open Corvat on the machine on which it runs, or by its https address under Devices.`,
    );
  const wanted = { width: { ideal: WIDTH }, height: { ideal: HEIGHT }, frameRate: { ideal: 30 } };
  try {
    return await navigator.mediaDevices.getUserMedia({
      audio: false,
      video:
        deviceId === null
          ? { ...wanted, facingMode: { ideal: 'environment' } }
          : { ...wanted, deviceId: { exact: deviceId } },
    });
  } catch (error) {
    const name = error instanceof DOMException ? error.name : '';
    throw new Error(
      name === 'NotAllowedError'
        ? say`The browser does not let Corvat see the camera. Allow it beside the address, then try again.`
        : name === 'NotFoundError'
          ? say`No camera is connected. Connect one, take a photo a run, or try the practice camera.`
          : say`The camera cannot be opened: another program may have it.`,
      { cause: error },
    );
  }
}

async function play(video: HTMLVideoElement, stream: MediaStream): Promise<void> {
  video.srcObject = stream;
  await video.play();
}

function stopped(video: HTMLVideoElement, stream: MediaStream | null = null): void {
  video.pause();
  video.srcObject = null;
  video.removeAttribute('src');
  stream?.getTracks().forEach((track) => track.stop());
}

/** The practice camera as a stream like any other: its pictures are drawn away from the page, and played from a canvas. */
function practiceStream(task: PracticeTask): {
  stream: Promise<MediaStream>;
  time: () => number;
  tell: (command: PracticeCommand) => void;
  stop: () => void;
} {
  const worker = practiceCameraWorker();
  const canvas = document.createElement('canvas');
  let going = true;
  let command: PracticeCommand | null = null;
  let shownTime = 0;
  const begin = async () => {
    const size = await worker.ask((door) => door.begin(task));
    canvas.width = size.width;
    canvas.height = size.height;
    const shown = canvas.getContext('bitmaprenderer')!;
    let [time, before] = [0, performance.now()];
    const next = async (): Promise<void> => {
      const at = performance.now();
      time += Math.min((at - before) / 1000, SLOWEST);
      before = at;
      const bitmap = await worker.ask((door) => door.picture(time, command));
      shown.transferFromImageBitmap(bitmap);
      shownTime = time;
      const rest = 1000 / PRACTICE_RATE - (performance.now() - at);
      if (going) setTimeout(() => void next().catch(() => {}), Math.max(0, rest));
    };
    await next();
    return canvas.captureStream(PRACTICE_RATE);
  };
  return {
    stream: begin(),
    time: () => shownTime,
    tell: (next) => {
      command = next;
    },
    stop: () => {
      going = false;
      worker.end();
    },
  };
}
