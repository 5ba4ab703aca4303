import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { Op, type Sequelize } from 'sequelize';
import type { Link, OpenedLink, PracticeLink, PracticeRobot } from '../contracts/link.ts';
import type { WaitingCommand } from '../contracts/commands.ts';
import type { PracticeCommand } from '../core/practice/commands.ts';
import { valueOf } from '../core/benches/episodes.ts';
import { writeLine, type ReadLine, type TelemetryLine } from '../core/telemetry/lines.ts';
import {
  emptyAcknowledgement,
  receive,
  receiveMalformed,
  type Acknowledgement,
} from '../core/telemetry/acknowledgement.ts';
import { inTransaction } from './database.ts';
import { Conflict, NotFound } from './errors.ts';
import { linkOf } from './linkOf.ts';
import { getRobot, listSetups } from './robots.ts';
import { tablesOf } from './tables/index.ts';
import type { LinkRow } from './tables/links.ts';
import { say } from '../core/language/say.ts';

/** Lines stay this long for whoever follows late; what matters was recorded by then. */
const KEPT_FOR = 24 * 60 * 60 * 1000;

/** Opens a link to a robot's sheets, with a token that nobody guesses and that is told only once. */
export async function openLink(
  database: Sequelize,
  input: { robotId: string; name: string; practice: boolean },
): Promise<OpenedLink> {
  await getRobot(database, input.robotId);
  const row = await tablesOf(database).links.create({
    token: randomBytes(16).toString('base64url'),
    publicId: randomUUID(),
    ...input,
    receipt: emptyAcknowledgement(),
    batches: 0,
    lastAt: null,
    createdAt: new Date(),
  });
  return { ...linkOf(row), token: row.token };
}

/** The links of a robot, newest first. */
export async function listLinks(database: Sequelize, robotId: string): Promise<Link[]> {
  const rows = await tablesOf(database).links.findAll({
    where: { robotId },
    order: [['createdAt', 'DESC']],
  });
  return rows.map(linkOf);
}

/** A link by its token; throws {@link NotFound}. */
export async function getLink(database: Sequelize, token: string): Promise<Link> {
  return linkOf(await linkRow(database, token));
}

async function linkRow(database: Sequelize, token: string, lock = false): Promise<LinkRow> {
  const row = await tablesOf(database).links.findByPk(token, { lock });
  if (row === null) throw new NotFound(say`link`);
  return row;
}

/**
 * Takes what a sender sent: new lines are stored as one batch, in one transaction with the receipt
 * that counts them, so that a line is acknowledged if and only if it is on disk, and once. The
 * link's row is the lock: two processes can take lines for one link.
 *
 * @returns the receipt after it
 */
export async function takeLines(
  database: Sequelize,
  token: string,
  read: readonly ReadLine[],
): Promise<Acknowledgement> {
  return inTransaction(database, async () => {
    const row = await linkRow(database, token, true);
    const receipt = structuredClone(row.receipt);
    const fresh: TelemetryLine[] = [];
    for (const one of read) {
      if ('fault' in one) receiveMalformed(receipt, one.fault);
      else if (receive(receipt, one.line.n, valueOf(one.line, 't') ?? 0)) fresh.push(one.line);
    }
    const now = new Date();
    if (fresh.length > 0) {
      await tablesOf(database).linkBatches.create({
        linkId: token,
        number: row.batches + 1,
        lines: fresh.map(writeLine).join('\n'),
        createdAt: now,
      });
    }
    row.set({
      receipt,
      batches: row.batches + (fresh.length > 0 ? 1 : 0),
      ...(fresh.length > 0 ? { lastAt: now } : {}),
    });
    await row.save();
    return receipt;
  });
}

/** What a follower has not seen yet of a link. */
export interface Followed {
  link: string;
  receipt: Acknowledgement;
  /** Number of the newest batch in `lines`, or what was asked after when there is none. */
  upTo: number;
  /** Lines as JSON text, in the order in which they arrived. */
  lines: string[];
}

/** Batches of a link that are read at once for a follower who is far behind. */
const BATCHES_AT_ONCE = 200;

/**
 * The lines that came after a batch, for each of some links that are there.
 *
 * @param seen by the links' public names: the last batch that was seen; null for none of those that are there already
 */
export async function linesAfter(
  database: Sequelize,
  seen: ReadonlyMap<string, number | null>,
): Promise<Followed[]> {
  const { links, linkBatches } = tablesOf(database);
  const rows = await links.findAll({ where: { publicId: [...seen.keys()] } });
  // Not beyond what the links' rows say: a batch that came meanwhile would be given twice.
  const wanted = rows.map(({ token, publicId, receipt, batches }) => {
    const after = seen.get(publicId) ?? null;
    const behind = after !== null && batches > after;
    const upTo = behind ? Math.min(batches, after + BATCHES_AT_ONCE) : (after ?? batches);
    return { token, publicId, receipt, after: after ?? batches, upTo };
  });
  const behind = wanted.filter(({ after, upTo }) => upTo > after);
  const found =
    behind.length === 0
      ? []
      : await linkBatches.findAll({
          where: {
            [Op.or]: behind.map(({ token, after, upTo }) => ({
              linkId: token,
              number: { [Op.gt]: after, [Op.lte]: upTo },
            })),
          },
          order: [['number', 'ASC']],
        });
  return wanted.map(({ token, publicId, receipt, upTo }) => ({
    link: publicId,
    receipt,
    upTo,
    lines: found.filter(({ linkId }) => linkId === token).flatMap(({ lines }) => lines.split('\n')),
  }));
}

/** Removes lines that nobody can still be waiting for. */
export async function forgetOldLines(database: Sequelize): Promise<void> {
  await tablesOf(database).linkBatches.destroy({
    where: { createdAt: { [Op.lt]: new Date(Date.now() - KEPT_FOR) } },
  });
}

/** Most commands that may wait on one link: an afternoon of them. */
const MOST_WAITING = 1000;

/**
 * Leaves commands for the practice robot, in order.
 *
 * @returns the link's token
 */
export async function sendCommands(
  database: Sequelize,
  publicId: string,
  commands: readonly PracticeCommand[],
): Promise<string> {
  const { linkCommands } = tablesOf(database);
  const linkId = await tokenOf(database, publicId);
  const waiting = await linkCommands.count({ where: { linkId } });
  if (waiting + commands.length > MOST_WAITING) {
    throw new Conflict(say`The practice robot has enough to do. Stop it first, or wait.`);
  }
  await linkCommands.bulkCreate(
    commands.map((command) => ({ linkId, command, createdAt: new Date() })),
  );
  return linkId;
}

async function tokenOf(database: Sequelize, publicId: string): Promise<string> {
  const row = await tablesOf(database).links.findOne({ where: { publicId } });
  if (row === null) throw new NotFound(say`link`);
  return row.token;
}

/** Commands that wait on a link, oldest first. */
export async function waitingCommands(
  database: Sequelize,
  token: string,
): Promise<WaitingCommand[]> {
  const rows = await tablesOf(database).linkCommands.findAll({
    where: { linkId: token },
    order: [['number', 'ASC']],
    limit: 50,
  });
  return rows.map(({ number, command }) => ({ number, command }));
}

/** Takes back the commands that the practice robot has not begun. */
export async function dropCommands(database: Sequelize, publicId: string): Promise<void> {
  const linkId = await tokenOf(database, publicId);
  await tablesOf(database).linkCommands.destroy({ where: { linkId } });
}

/** Marks a command as carried out: it is not given again. */
export async function finishCommand(
  database: Sequelize,
  token: string,
  number: number,
): Promise<void> {
  await tablesOf(database).linkCommands.destroy({ where: { linkId: token, number } });
}

/** Links that a practice robot serves, with what it needs to know of their robots. */
export async function practiceLinks(
  database: Sequelize,
  tokens: readonly string[],
): Promise<PracticeLink[]> {
  const rows = await tablesOf(database).links.findAll({ where: { token: [...tokens] } });
  return Promise.all(
    rows.map(async (row) => ({
      ...linkOf(row),
      token: row.token,
      ...(await practiceRobotOf(database, row.robotId)),
    })),
  );
}

/** Who a robot's practice robot is. */
export async function practiceRobotOf(
  database: Sequelize,
  robotId: string,
): Promise<PracticeRobot> {
  const setups = await listSetups(database, robotId);
  if (setups.length === 0) throw new NotFound(say`robot`);
  return { seed: seedOf(robotId), first: setups.at(-1)!.setup, setup: setups[0]!.setup };
}

/** The hidden truth belongs to the robot: it is the same on every link and after every start. */
function seedOf(robotId: string): number {
  return createHash('sha256').update(robotId).digest().readUInt32BE(0) % 1_000_000;
}
