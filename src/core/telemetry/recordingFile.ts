import { TIME } from './columns.ts';
import { TelemetryReader, type TelemetryLine } from './lines.ts';
import { RecordingBuilder, type Recording } from './recording.ts';
import { say } from '../language/say.ts';

/** A file of telemetry that cannot be taken. */
export class TelemetryFault extends Error {
  constructor(
    readonly line: number,
    problem: string,
  ) {
    super(say`Line ${line}: ${problem}`);
    this.name = 'TelemetryFault';
  }
}

/** Takes the text of a file, piece by piece, as a whole or not at all. */
export class RecordingFile {
  private readonly reader = new TelemetryReader();
  private readonly builder = new RecordingBuilder();
  private lastTime = -Infinity;

  /** Throws a {@link TelemetryFault} at the first line that cannot be read. */
  push(piece: string): void {
    this.take(this.reader.push(piece));
  }

  finish(): Recording {
    this.take(this.reader.end());
    if (this.builder.rows === 0) {
      throw new TelemetryFault(1, say`there are no readings below the header.`);
    }
    return this.builder.finish();
  }

  private take(read: ReturnType<TelemetryReader['push']>): void {
    // Faults are rare, so the line is worked out only for them: counted back from the end.
    read.forEach((one, i) => {
      const fault = 'fault' in one ? one.fault : this.timeFault(one.line);
      if (fault !== null) {
        throw new TelemetryFault(this.reader.lineNumber - (read.length - 1 - i), fault);
      }
      if ('line' in one) this.builder.add(one.line);
    });
  }

  private timeFault({ values }: TelemetryLine): string | null {
    for (const name in values) {
      const column = this.reader.known.get(name)!;
      if (column.quantity !== TIME) continue;
      const time = values[name]! * column.factor;
      if (time < this.lastTime) {
        return say`the time goes back from ${this.lastTime} s to ${time} s. Lines must be in the order of time.`;
      }
      this.lastTime = time;
      return null;
    }
    return null;
  }
}

/** Reads a whole text of telemetry; throws a {@link TelemetryFault}. */
export function readRecording(text: string): Recording {
  const file = new RecordingFile();
  file.push(text);
  return file.finish();
}
