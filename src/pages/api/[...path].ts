import type { APIRoute } from 'astro';
import { say } from '../../core/language/say.ts';
import { endpoint, refused } from './_endpoint.ts';

/** Whoever asks the API for what is not there gets an answer of the API. */
export const ALL: APIRoute = endpoint('nothing', () =>
  Promise.reject(
    refused(404, say`The API has nothing under this address, or not for this method.`),
  ),
);
