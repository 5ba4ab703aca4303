import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { appendFile, mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { PassThrough, Transform, type Readable, type TransformCallback } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip, gzipSync } from 'node:zlib';
import { z } from 'zod';
import type { Copy } from '../contracts/kept.ts';
import { QueryTypes } from 'sequelize';
import { listTeams } from './club/teams.ts';
import { connect, databaseName } from './database.ts';
import { UserFacingError } from './errors.ts';

const ENDING = '.corvat-copy.sql.gz';
/** How many daily copies are kept, and how many of those that were taken before something else. */
const KEPT = { daily: 7, other: 20 };
const A_DAY = 24 * 60 * 60 * 1000;
/** What the daily copy is taken for, as its name says it. */
const DAILY = 'daily';

/** The last line of a copy, by which a damaged or cut one is known. */
const trailerSchema = z.object({
  why: z.string(),
  at: z.iso.datetime(),
  /** SHA-256 of everything before this line. */
  sha256: z.string(),
  /** Rows by table. */
  rows: z.record(z.string(), z.number()),
});
type Trailer = z.infer<typeof trailerSchema>;
const TRAILER = '-- corvat copy ';

/** How the tools of the database reach it. */
function access(url: string): { flags: string[]; environment: NodeJS.ProcessEnv; name: string } {
  const { hostname, port, username, password, pathname } = new URL(url);
  return {
    flags: [
      '--no-defaults',
      `--host=${hostname}`,
      `--port=${port === '' ? '3306' : port}`,
      '--protocol=tcp',
      `--user=${decodeURIComponent(username)}`,
      '--default-character-set=utf8mb4',
      '--max-allowed-packet=1G',
    ],
    // Not on the command line, where every account of the machine could read it.
    environment: { PATH: process.env['PATH'], MYSQL_PWD: decodeURIComponent(password) },
    name: decodeURIComponent(pathname.slice(1)),
  };
}

/**
 * Writes the whole database as it is at one moment into a compressed file, while everybody goes on
 * working. The file is there whole or not at all, and ends with a checksum.
 *
 * @param why what it is taken for, in a word or two
 * @returns what it says of itself
 */
export async function writeCopy(url: string, file: string, why: string): Promise<Trailer> {
  const { flags, environment, name } = access(url);
  const others = await otherTeams(url);
  await mkdir(dirname(file), { recursive: true, mode: 0o700 });
  const unfinished = `${file}.unfinished`;
  const dump = spawn(
    'mariadb-dump',
    [
      ...flags,
      // One moment for all tables, without keeping anybody from writing.
      '--single-transaction',
      '--skip-lock-tables',
      '--quick',
      '--hex-blob',
      // One row a line: rows can be counted, and none is longer than a packet.
      '--skip-extended-insert',
      '--order-by-primary',
      '--skip-triggers',
      '--no-tablespaces',
      '--skip-dump-date',
      // A copy of one team names no database, so that it can be loaded into one of any name.
      ...(others.length > 0 ? ['--databases', name, ...others] : [name]),
    ],
    { env: environment, stdio: ['ignore', 'pipe', 'pipe'] },
  );
  const said = textOf(dump.stderr);
  const ended = new Promise<number | null>((resolve, reject) => {
    dump.once('error', reject);
    dump.once('close', resolve);
  });
  const reading = new CopyReader();
  try {
    await pipeline(
      dump.stdout,
      reading,
      createGzip({ level: 6 }),
      createWriteStream(unfinished, { mode: 0o600 }),
    );
    if ((await ended) !== 0) throw new Error(`The copy was not written: ${(await said).trim()}`);
    const { sha256, rows } = reading.found();
    const trailer: Trailer = { why, at: new Date().toISOString(), sha256, rows };
    // A file of several packed parts is read as one.
    await appendFile(unfinished, gzipSync(`${TRAILER}${JSON.stringify(trailer)}\n`));
    const handle = await open(unfinished, 'r+');
    await handle.sync();
    await handle.close();
    await rename(unfinished, file);
    return trailer;
  } catch (error) {
    dump.kill();
    await rm(unfinished, { force: true });
    throw error;
  }
}

/** The databases of the teams that came after the first; none before there were teams. */
async function otherTeams(url: string): Promise<string[]> {
  const database = connect(url, 1);
  try {
    const there = await database.query("SHOW TABLES LIKE 'teams'", { type: QueryTypes.SELECT });
    const teams = there.length === 0 ? [] : await listTeams(database);
    return teams.map(({ base }) => base).filter((base) => base !== databaseName(url));
  } finally {
    await database.close();
  }
}

/** Reads a copy to its end and gives its trailer; throws a {@link UserFacingError} when it is damaged. */
export async function checkCopy(file: string): Promise<Trailer> {
  const reading = new CopyReader();
  try {
    await pipeline(createReadStream(file), createGunzip(), reading, async (text) => {
      for await (const _chunk of text);
    });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') {
      throw new UserFacingError(`There is no file ${file}.`);
    }
    throw new UserFacingError(
      `${file} is damaged, or is no copy of Corvat's (${error instanceof Error ? error.message : ''}). Nothing was changed.`,
    );
  }
  const { trailer, sha256, rows } = reading.found();
  if (trailer === null) {
    throw new UserFacingError(`${file} is no copy of Corvat's, or its end is missing.`);
  }
  if (trailer.sha256 !== sha256 || JSON.stringify(trailer.rows) !== JSON.stringify(rows)) {
    throw new UserFacingError(
      `${file} is damaged: its checksum does not fit. Nothing was changed.`,
    );
  }
  return trailer;
}

/** Loads a copy into an empty database; the caller has checked it. */
export async function loadCopy(url: string, file: string): Promise<void> {
  const { flags, environment, name } = access(url);
  const client = spawn('mariadb', [...flags, '--batch', name], {
    env: environment,
    stdio: ['pipe', 'ignore', 'pipe'],
  });
  const said = textOf(client.stderr);
  const ended = new Promise<number | null>((resolve, reject) => {
    client.once('error', reject);
    client.once('close', resolve);
  });
  // All rows in one transaction: a hundred times quicker than one each.
  const statements = new PassThrough();
  statements.write('SET autocommit=0;\n');
  const feeding = pipeline(createReadStream(file), createGunzip(), statements, { end: false }).then(
    () => statements.end('\nCOMMIT;\n'),
  );
  await Promise.all([feeding, pipeline(statements, client.stdin)]).catch(() => undefined);
  if ((await ended) !== 0) {
    throw new UserFacingError(`The copy could not be loaded: ${(await said).trim()}`);
  }
}

/** Takes a copy into a folder, under a name that says when and what for; old ones make room. */
export async function takeCopy(url: string, folder: string, why: string): Promise<string> {
  const words = why.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-');
  const fileAt = (time: number) => {
    const at = new Date(time).toISOString().replaceAll(/[-:.Z]/g, '');
    return join(folder, `${at}-${words}${ENDING}`);
  };
  let time = Date.now();
  while (await exists(fileAt(time))) time++;
  const file = fileAt(time);
  await writeCopy(url, file, why);
  await makeRoom(folder);
  return file;
}

/** The copies of a folder, newest first. */
export async function listCopies(folder: string): Promise<Copy[]> {
  const names = await readdir(folder).catch(() => []);
  const copies = await Promise.all(
    names
      .filter((name) => name.endsWith(ENDING))
      .map(async (name) => {
        const { size } = await stat(join(folder, name));
        const [, at = '', why = ''] =
          /^(\d{8}T\d{9})-(.*)$/.exec(name.slice(0, -ENDING.length)) ?? [];
        return { file: name, at: instantOf(at), bytes: size, why: why.replaceAll('-', ' ') };
      }),
  );
  return copies.sort((a, b) => b.file.localeCompare(a.file));
}

/** Takes the copy of the day when the newest one is a day old. */
export async function takeDailyCopy(url: string, folder: string): Promise<void> {
  const newest = (await listCopies(folder)).find(({ why }) => why === DAILY);
  if (newest !== undefined && Date.now() - Date.parse(newest.at) < A_DAY) return;
  await takeCopy(url, folder, DAILY);
}

async function makeRoom(folder: string): Promise<void> {
  const copies = await listCopies(folder);
  const daily = copies.filter(({ why }) => why === DAILY);
  const other = copies.filter(({ why }) => why !== DAILY);
  for (const { file } of [...daily.slice(KEPT.daily), ...other.slice(KEPT.other)]) {
    await rm(join(folder, file), { force: true });
  }
}

const instantOf = (at: string) =>
  at.replace(/^(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)(\d{3})$/, '$1-$2-$3T$4:$5:$6.$7Z');

const exists = (file: string) =>
  stat(file).then(
    () => true,
    () => false,
  );

async function textOf(stream: Readable): Promise<string> {
  let text = '';
  for await (const chunk of stream) text += String(chunk);
  return text;
}

/** Passes a copy's text on and learns its checksum, its rows and its trailer on the way. */
class CopyReader extends Transform {
  private readonly hash = createHash('sha256');
  private readonly rows = new Map<string, number>();
  private trailer: Trailer | null = null;
  /** The line that has not ended yet. A row can be long, so only its beginning is kept. */
  private line = '';
  /** The beginning of a line of which it is not known yet whether it is the trailer. */
  private undecided: Buffer[] = [];

  override _transform(chunk: Buffer, _encoding: BufferEncoding, done: TransformCallback): void {
    let from = 0;
    for (let end = chunk.indexOf(10); end !== -1; end = chunk.indexOf(10, from)) {
      this.look(chunk.subarray(from, end + 1), true);
      from = end + 1;
    }
    this.look(chunk.subarray(from), false);
    done(null, chunk);
  }

  private look(bytes: Buffer, ends: boolean): void {
    if (this.line.length < LINE_KEPT) {
      this.line += bytes.subarray(0, LINE_KEPT - this.line.length).toString('latin1');
    }
    this.undecided.push(bytes);
    if (!ends && this.line.length < TRAILER.length) return;
    // The trailer is the last line, and no line before it begins like it.
    if (!this.line.startsWith(TRAILER)) for (const part of this.undecided) this.hash.update(part);
    this.undecided = [];
    if (!ends) return;
    const table = /^INSERT INTO `([^`]+)`/.exec(this.line)?.[1];
    if (table !== undefined) this.rows.set(table, (this.rows.get(table) ?? 0) + 1);
    if (this.line.startsWith(TRAILER)) {
      const parsed = trailerSchema.safeParse(jsonOf(this.line.slice(TRAILER.length)));
      if (parsed.success) this.trailer = parsed.data;
    }
    this.line = '';
  }

  found(): { sha256: string; rows: Record<string, number>; trailer: Trailer | null } {
    const rows = Object.fromEntries([...this.rows].sort(([a], [b]) => (a < b ? -1 : 1)));
    return { sha256: this.hash.copy().digest('hex'), rows, trailer: this.trailer };
  }
}

/** As much of a line as is looked at. */
const LINE_KEPT = 4000;

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
