import { z } from 'zod';
import { idSchema } from '../../../../core/schema/scalars.ts';
import { database } from '../../../../store/database.ts';
import { NotFound } from '../../../../store/errors.ts';
import { listRuns } from '../../../../store/runs.ts';
import { endpoint, json, queryOf } from '../../_endpoint.ts';

const limitSchema = z.coerce.number().int().min(1).max(100_000);

/** Runs by `?session=`, `?route=` or `?revision=`, oldest first; with `?limit=` the newest of them. */
export const GET = endpoint('look', async (context) => {
  const { url } = context;
  const given = (name: string) => {
    const value = url.searchParams.get(name);
    if (value === null) return undefined;
    if (!idSchema.safeParse(value).success) throw new NotFound(name);
    return value;
  };
  return json(
    await listRuns(database(), {
      sessionId: given('session'),
      routeId: given('route'),
      revisionId: given('revision'),
      limit: queryOf(context, 'limit', limitSchema) ?? undefined,
    }),
  );
});
