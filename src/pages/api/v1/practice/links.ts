import { database } from '../../../../store/database.ts';
import { practiceLinks } from '../../../../store/links.ts';
import { endpoint, json } from '../../_endpoint.ts';

/** The links that wait for the practice robot. */
export const GET = endpoint(async () => json(await practiceLinks(database())));
