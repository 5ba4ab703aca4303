import type { z } from 'zod';
import { say } from '../core/language/say.ts';

/** RFC 9457: what went wrong, as `application/problem+json`. */
export interface Problem {
  type: 'about:blank';
  title: string;
  status: number;
  /** A sentence for people that says what to do. */
  detail: string;
  /** Where in a document the fault lies, such as `moves.3.distance`. */
  pointer?: string;
  line?: number;
  column?: number;
  /** On 500: under this it stands in the log. */
  reference?: string;
  /** On 409: what is stored now, beside what was sent. */
  stored?: unknown;
  sent?: unknown;
}

/**
 * The sentence of a problem answer, or a general one when the answer is something else. Looked at by hand:
 * one member is not worth carrying the schema library to every sheet.
 */
export function problemDetail(body: unknown): string {
  const known = typeof body === 'object' && body !== null && 'detail' in body;
  return known && typeof body.detail === 'string'
    ? body.detail
    : say`The server did not answer as expected. Try again.`;
}

/** The first fault that a schema found, as a sentence with its place. */
export function firstIssue(error: z.ZodError): { detail: string; pointer: string } {
  const issue = error.issues[0];
  const pointer = issue?.path.map(String).join('.') ?? '';
  const message = issue?.message ?? say`The input could not be understood.`;
  return { pointer, detail: pointer === '' ? message : `${pointer}: ${message}` };
}
