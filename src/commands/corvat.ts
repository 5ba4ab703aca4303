import { readFileSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { gunzipSync } from 'node:zlib';
import { film } from './film.ts';
import { forecastBundle } from './forecast.ts';
import { judgeLine } from './judge.ts';
import { planMatch } from './match.ts';
import { measurePicture } from './measure.ts';

const USAGE = `Say what to do:
  npm run --silent corvat -- judge < lines        judges series of runs, one a line of JSON
  npm run --silent corvat -- forecast bundle      forecasts the routes of a bundle
  npm run --silent corvat -- measure picture --table table.json
                                                  measures where the robot is, by the tags in a picture
  npm run --silent corvat -- film bundle --to film.mjpeg --seconds 30
                                                  films the practice robot, as a camera over its table sees it
  npm run --silent corvat -- match plan.json      plans a match: which route to run when
docs/formats.md says what goes in and comes out.`;

/**
 * The door for whoever scripts: reads, computes, writes, and keeps nothing.
 *
 * @returns the exit status
 */
export async function command(words: readonly string[]): Promise<number> {
  const [name, file, ...more] = words;
  if (name === 'judge' && file === undefined) return judge();
  if (name === 'forecast' && file !== undefined && more.length === 0) return forecast(file);
  if (name === 'measure' && file !== undefined && more.length === 2 && more[0] === '--table') {
    return measure(file, more[1]!);
  }
  if (name === 'match' && file !== undefined && more.length === 0) return match(file);
  if (name === 'film' && file !== undefined && more[0] === '--to' && more[2] === '--seconds') {
    return filmed(file, more[1]!, Number(more[3]));
  }
  say(process.stderr, USAGE);
  return 1;
}

async function judge(): Promise<number> {
  let number = 0;
  let status = 0;
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
    number++;
    if (line.trim() === '') continue;
    try {
      say(process.stdout, JSON.stringify(judgeLine(line)));
    } catch (error) {
      say(process.stderr, `Line ${number}: ${sentenceOf(error)}`);
      status = 1;
    }
  }
  return status;
}

function forecast(file: string): number {
  try {
    for (const one of forecastBundle(bundleText(file))) say(process.stdout, JSON.stringify(one));
    return 0;
  } catch (error) {
    say(process.stderr, `${file}: ${sentenceOf(error)}`);
    return 1;
  }
}

function match(file: string): number {
  try {
    say(process.stdout, JSON.stringify(planMatch(readFileSync(file, 'utf8'))));
    return 0;
  } catch (error) {
    say(process.stderr, `${file}: ${sentenceOf(error)}`);
    return 1;
  }
}

/** A bundle, packed or not. */
function bundleText(file: string): string {
  const bytes = readFileSync(file);
  const packed = bytes[0] === 0x1f && bytes[1] === 0x8b;
  return (packed ? gunzipSync(bytes) : bytes).toString('utf8');
}

/** Longest film, s: a minute of it is some 60 MB. */
const LONGEST_FILM = 600;

async function filmed(file: string, to: string, seconds: number): Promise<number> {
  try {
    if (!(seconds >= 1 && seconds <= LONGEST_FILM))
      throw new Error(`a film lasts 1 to ${LONGEST_FILM} seconds.`);
    for (const run of await film(bundleText(file), to, seconds))
      say(process.stdout, JSON.stringify(run));
    return 0;
  } catch (error) {
    say(process.stderr, `${file}: ${sentenceOf(error)}`);
    return 1;
  }
}

async function measure(picture: string, table: string): Promise<number> {
  try {
    const answer = await measurePicture(readFileSync(picture), readFileSync(table, 'utf8'));
    say(process.stdout, JSON.stringify(answer));
    return 0;
  } catch (error) {
    say(process.stderr, `${picture}: ${sentenceOf(error)}`);
    return 1;
  }
}

function say(stream: NodeJS.WriteStream, text: string): void {
  stream.write(`${text}\n`);
}

function sentenceOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}
