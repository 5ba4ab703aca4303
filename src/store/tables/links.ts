import type { PracticeCommand } from '../../core/practice/commands.ts';
import type { Acknowledgement } from '../../core/telemetry/acknowledgement.ts';
import {
  called,
  counter,
  document,
  flag,
  instant,
  integer,
  key,
  longText,
  name,
  optional,
  reference,
  table,
  textOf,
  type RowOf,
} from './columns.ts';

const token = textOf(22);

export const links = table('links', {
  token: called('id', key(token)),
  publicId: reference,
  robotId: reference,
  name,
  practice: flag,
  receipt: document<Acknowledgement>(),
  /** How many batches of lines have been stored. */
  batches: integer,
  lastAt: optional(instant),
  createdAt: instant,
});
export type LinkRow = RowOf<typeof links.columns>;

export const linkBatches = table('link_batches', {
  linkId: key(token),
  number: key(integer),
  lines: longText,
  createdAt: instant,
});

export const linkCommands = table('link_commands', {
  number: counter,
  linkId: token,
  command: document<PracticeCommand>(),
  createdAt: instant,
});
