import type { Sequelize } from 'sequelize';
import field from '../../demo/field.json?raw';
import robot from '../../demo/robot.json?raw';
import heronHide from '../../demo/route-heron-hide.json?raw';
import seedBank from '../../demo/route-seed-bank.json?raw';
import seedBankByColour from '../../demo/route-seed-bank-by-colour.json?raw';
import sluiceAndTideGauge from '../../demo/route-sluice-and-tide-gauge.json?raw';
import match from '../../demo/match.json?raw';
import runs from '../../demo/runs.csv?raw';
import tracks from '../../demo/tracks.json?raw';
import { readDocument, readJsonFile, runsFileSchema } from '../core/formats/files.ts';
import { runsFileOf } from '../core/formats/tables/anyFile.ts';
import { readRunsTable } from '../core/formats/tables/runsTable.ts';
import { takeDocuments } from './intake/intake.ts';

/** Loads the demo scenario from the same open files that people import, all of it or nothing. */
export async function loadDemo(database: Sequelize): Promise<void> {
  await takeDocuments(database, [
    ...[robot, field, sluiceAndTideGauge, heronHide, seedBank, seedBankByColour].map(readJsonFile),
    // A table of runs says nothing of what a camera saw.
    {
      ...runsFileOf(readRunsTable(runs), 'Curlew'),
      telemetry: readDocument(tracks, runsFileSchema).telemetry,
    },
    readJsonFile(match),
  ]);
}
