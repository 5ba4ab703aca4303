import { z } from 'zod';
import { catalogueOf } from '../../../../server/languages.ts';
import { NotFound } from '../../../../store/errors.ts';
import { endpoint, jsonText, paramOf } from '../../_endpoint.ts';
import { say } from '../../../../core/language/say.ts';

/** The words of a language, made ready. Its address changes with its contents, so that it can be kept for good. */
export const GET = endpoint('look', (context) => {
  const catalogue = catalogueOf(paramOf(context, 'language', z.string()));
  if (catalogue === null) throw new NotFound(say`language`);
  const answer = jsonText(JSON.stringify(catalogue));
  answer.headers.set('cache-control', 'public, max-age=31536000, immutable');
  return Promise.resolve(answer);
});
