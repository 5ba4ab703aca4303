import { z } from 'zod';
import { database } from '../../../../../store/database.ts';
import { KEPT_THINGS } from '../../../../../contracts/kept.ts';
import { listKept } from '../../../../../store/removal.ts';
import { endpoint, json, paramOf } from '../../../_endpoint.ts';

/** Everything of a kind, put away or not. */
export const GET = endpoint('coach', async (context) =>
  json((await listKept(database()))[paramOf(context, 'thing', z.enum(KEPT_THINGS))]),
);
