import type { TelemetryInFile } from '../src/core/telemetry/documents.ts';
import { packRecording } from '../src/core/telemetry/packed.ts';
import type { Recording } from '../src/core/telemetry/recording.ts';

/** Telemetry of a hub as it stands in a file. */
export function inFile(id: string, recording: Recording): TelemetryInFile {
  return {
    id,
    rows: recording.rows,
    events: recording.events,
    source: 'hub',
    seen: null,
    columns: packRecording(recording).map(({ name, decimals, bytes }) => ({
      name,
      decimals,
      base64: Buffer.from(bytes).toString('base64'),
    })),
  };
}
