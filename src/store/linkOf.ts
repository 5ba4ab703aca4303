import type { Link } from '../contracts/link.ts';
import type { LinkRow } from './tables/links.ts';

/** A link as everybody may see it: without its token. */
export function linkOf({
  publicId,
  robotId,
  name,
  practice,
  receipt,
  lastAt,
  createdAt,
}: LinkRow): Link {
  return {
    id: publicId,
    robotId,
    name,
    practice,
    receipt,
    lastAt: lastAt?.toISOString() ?? null,
    createdAt: createdAt.toISOString(),
  };
}
