import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { createInterface } from 'node:readline';
import { Transform, type Readable, type TransformCallback } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { ForeignKeyConstraintError, UniqueConstraintError, type Sequelize } from 'sequelize';
import {
  bundleHeadSchema,
  bundleLineSchema,
  FileError,
  readDocument,
  type BundleLine,
  type CorvatFile,
} from '../../core/formats/files.ts';
import type { ImportResult } from '../../contracts/kept.ts';
import { readAnyFile } from '../../core/formats/tables/anyFile.ts';
import { inTransaction } from '../database.ts';
import { Conflict, UserFacingError } from '../errors.ts';
import { recordImport, sameImport } from '../imports.ts';
import { counted, IntakeContext } from './context.ts';
import { takeField, takePicture } from './field.ts';
import { takeMatch } from './match.ts';
import { takeRobot } from './robot.ts';
import { takeRoute } from './route.ts';
import { takePhoto, takeRuns, takeSession } from './runs.ts';
import { takeCameraNote } from './camera.ts';
import { checkRecordings, takePiece, takeRecording } from './telemetry.ts';
import { say } from '../../core/language/say.ts';

/** Bytes of a file that has to be read as a whole, and of one line of a bundle. */
const LARGEST_TEXT = 200 * 1024 * 1024;
const LARGEST_LINE = 24 * 1024 * 1024;
/** Bytes that a bundle may unpack to: a club's seasons, but no trap. */
const LARGEST_BUNDLE = 8 * 1024 * 1024 * 1024;
/** As many sentences are said one by one; more are counted. */
const SENTENCES = 8;

/**
 * Takes a file in from the disk: JSON, CSV, SVG, or a bundle, packed or not. All of it or nothing. The
 * same file a second time changes nothing, unless a copy is asked for.
 */
export async function takeFile(
  database: Sequelize,
  path: string,
  copy: boolean,
): Promise<ImportResult> {
  const { sha256, packed, bundle } = await lookAt(path);
  return storing(database, sha256, bundle, copy, async (context) => {
    if (bundle) await takeBundle(context, unpacked(path, packed, LARGEST_BUNDLE));
    else await takeDocument(context, readAnyFile(await textOf(path, packed)));
  });
}

/** Takes documents in that are at hand already, such as those of the demo. */
export function takeDocuments(
  database: Sequelize,
  documents: readonly CorvatFile[],
): Promise<ImportResult> {
  const sha256 = createHash('sha256').update(JSON.stringify(documents)).digest('hex');
  return storing(database, sha256, false, false, async (context) => {
    for (const document of documents) await takeDocument(context, document);
  });
}

async function storing(
  database: Sequelize,
  sha256: string,
  fromBundle: boolean,
  copy: boolean,
  work: (context: IntakeContext) => Promise<void>,
): Promise<ImportResult> {
  return inTransaction(database, async () => {
    const before = copy ? null : await sameImport(database, sha256);
    if (before !== null) {
      return {
        ...before,
        sentence: say`This file was taken in before: nothing was changed. ${before.sentence}`,
      };
    }
    const context = new IntakeContext(database, fromBundle, copy);
    try {
      await work(context);
      await checkRecordings(context);
    } catch (error) {
      if (error instanceof UniqueConstraintError || error instanceof ForeignKeyConstraintError) {
        throw new Conflict(
          say`The file does not fit what is here: it names something by an identifier that belongs to something else.`,
        );
      }
      throw error;
    }
    return recordImport(database, sha256, sentenceOf(context), context.made);
  });
}

async function takeDocument(context: IntakeContext, file: CorvatFile): Promise<void> {
  switch (file.corvat) {
    case 'robot':
      return takeRobot(context, file);
    case 'field':
      return takeField(context, file);
    case 'route':
      return takeRoute(context, file);
    case 'runs':
      return takeRuns(context, file);
    case 'match':
      return takeMatch(context, file);
    case 'bundle':
      for (const one of file.files) await takeDocument(context, one);
  }
}

async function takeBundle(context: IntakeContext, bytes: Readable): Promise<void> {
  const hash = createHash('sha256');
  let number = 0;
  let end: Extract<BundleLine, { corvat: 'end' }> | null = null;
  for await (const line of createInterface({ input: bytes, crlfDelay: Infinity })) {
    number++;
    if (end !== null) throw new FileError(say`something stands behind the end.`, number, 1);
    if (line.length > LARGEST_LINE) throw new FileError(say`the line is too long.`, number, 1);
    if (number === 1) inLine(number, () => readDocument(line, bundleHeadSchema));
    else {
      const document = inLine(number, () => readDocument(line, bundleLineSchema));
      if (document.corvat === 'end') end = document;
      else await takeLine(context, document);
    }
    if (end === null) hash.update(`${line}\n`);
  }
  if (end === null) throw new FileError(say`the end of the bundle is missing.`, number, 1);
  if (end.documents !== number - 2 || end.sha256 !== hash.digest('hex')) {
    throw new FileError(
      say`the bundle was changed or damaged: its checksum does not fit.`,
      number,
      1,
    );
  }
}

async function takeLine(
  context: IntakeContext,
  document: Exclude<BundleLine, { corvat: 'end' }>,
): Promise<void> {
  switch (document.corvat) {
    case 'session':
      return takeSession(context, document);
    case 'telemetry':
      return takeRecording(context, document);
    case 'column':
      return takePiece(context, document);
    case 'picture':
      return takePicture(context, context.idOf(document.field), document);
    case 'photo':
      return takePhoto(context, document);
    case 'camera':
      return takeCameraNote(context, document.note);
    default:
      return takeDocument(context, document);
  }
}

/** A fault inside a line of a bundle, with the line's own number. */
function inLine<T>(number: number, read: () => T): T {
  try {
    return read();
  } catch (error) {
    if (!(error instanceof FileError)) throw error;
    throw new FileError(error.message.replace(/^Line \d+, column \d+: /, ''), number, error.column);
  }
}

/** Fingerprint of a file, and what it is by its first bytes. */
async function lookAt(path: string): Promise<{ sha256: string; packed: boolean; bundle: boolean }> {
  const hash = createHash('sha256');
  let first: Buffer | null = null;
  for await (const chunk of createReadStream(path) as AsyncIterable<Buffer>) {
    first ??= chunk;
    hash.update(chunk);
  }
  const packed = first?.[0] === 0x1f && first[1] === 0x8b;
  let head = '';
  for await (const chunk of unpacked(path, packed, LARGEST_BUNDLE) as AsyncIterable<Buffer>) {
    head += chunk.toString('utf8');
    if (head.length >= 200) break;
  }
  const line = head.split('\n', 1)[0]!;
  const bundle = /"corvat":"bundle"/.test(line) && /"version":2/.test(line);
  return { sha256: hash.digest('hex'), packed, bundle };
}

function unpacked(path: string, packed: boolean, most: number): Readable {
  const limit = new Limit(most);
  const source = createReadStream(path);
  source.on('error', (error) => limit.destroy(error));
  if (!packed) return source.pipe(limit);
  const gunzip = createGunzip();
  gunzip.on('error', () =>
    limit.destroy(new UserFacingError(say`The file is packed and damaged.`)),
  );
  return source.pipe(gunzip).pipe(limit);
}

async function textOf(path: string, packed: boolean): Promise<string> {
  const parts: Buffer[] = [];
  for await (const chunk of unpacked(path, packed, LARGEST_TEXT)) parts.push(chunk as Buffer);
  return Buffer.concat(parts).toString('utf8');
}

/** Passes on so many bytes and no more. */
class Limit extends Transform {
  private bytes = 0;

  constructor(private readonly most: number) {
    super();
  }

  override _transform(chunk: Buffer, _encoding: BufferEncoding, done: TransformCallback): void {
    this.bytes += chunk.length;
    if (this.bytes > this.most) {
      done(
        new UserFacingError(
          say`The file is larger than ${Math.round(this.most / 1024 / 1024)} MB. Split it, or leave out what is not needed.`,
        ),
      );
    } else done(null, chunk);
  }
}

function sentenceOf({ sentences, known, made }: IntakeContext): string {
  const already = [...known].map(([thing, count]) => counted(count, thing));
  const here = already.length === 0 ? [] : [say`${already.join(', ')} were here already.`];
  const nothing = Object.values(made).every((ids) => ids.length === 0);
  if (nothing)
    return here.length === 0 ? say`The file is empty.` : say`Nothing is new. ${here.join('')}`;
  if (sentences.length <= SENTENCES) return [...sentences, ...here].join(' ');
  const counts = (
    [
      ['robots', 'robot'],
      ['fields', 'field'],
      ['routes', 'route'],
      ['matches', 'match plan'],
      ['rehearsals', 'rehearsal'],
      ['sessions', 'session'],
      ['runs', 'run'],
      ['telemetry', 'recording'],
    ] as const
  ).flatMap(([kind, thing]) => {
    const count = made[kind]?.length ?? 0;
    return count > 0 ? [counted(count, thing)] : [];
  });
  return [say`New here: ${counts.join(', ')}.`, ...here].join(' ');
}
