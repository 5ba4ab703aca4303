import type { z } from 'zod';
import { BODY_LIMITS, jsonExcess } from '../core/formats/json.ts';
import { firstIssue } from '../contracts/problem.ts';
import { Refused } from './problems.ts';
import { say } from '../core/language/say.ts';

/** A JSON body against a schema; refuses what is too much, no JSON, or says where it does not fit. */
export function readJsonBody<T>(bytes: Uint8Array, schema: z.ZodType<T>): T {
  const text = new TextDecoder().decode(bytes);
  const excess = jsonExcess(text, BODY_LIMITS);
  if (excess !== null) throw new Refused(413, say`The input is too large: ${excess}`);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new Refused(400, say`The input is not JSON.`);
  }
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const { detail, pointer } = firstIssue(parsed.error);
  throw new Refused(422, detail, { pointer });
}
