import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from '../application.ts';

/** One method of an endpoint, as its source says it. */
export interface Endpoint {
  method: string;
  /** Below /api/v1/, with its parameters in brackets. */
  path: string;
  /** What it needs, or `token` for whoever shows that of a link. */
  need: string;
}

const API = join(ROOT, 'src/pages/api/v1');
const METHODS = /export const (GET|POST|PUT|PATCH|DELETE) = (\w+)(?:<\w+>)?\((?:\s*'(\w+)')?/g;

/** Every endpoint of the API. */
export function allEndpoints(): Endpoint[] {
  return filesIn(API).flatMap((file) => {
    const source = readFileSync(join(API, file), 'utf8');
    const path = file.replace(/\.ts$/, '').replace(/\/index$/, '');
    const found = [...source.matchAll(METHODS)].map(([, method, made, first]) => ({
      method: method!,
      path,
      need: made === 'tokenEndpoint' ? 'token' : made === 'fileEndpoint' ? 'look' : (first ?? ''),
    }));
    if (found.length !== source.match(/^export /gm)?.length) throw new Error(`${file}: not read`);
    return found;
  });
}

/** Every page, by its address. */
export function allPages(): string[] {
  const folder = join(ROOT, 'src/pages');
  return readdirSync(folder)
    .filter((name) => name.endsWith('.astro') && !name.startsWith('_'))
    .map((name) => `/${name.replace(/\.astro$/, '').replace(/^index$/, '')}`);
}

/** An address that fits an endpoint, with what the parameters are given as. */
export function filled(path: string, parameters: Record<string, string>): string {
  return path.replaceAll(/\[(\w+)\]/g, (_, name: string) => parameters[name] ?? name);
}

function filesIn(folder: string): string[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((name) =>
    name.endsWith('.ts'),
  );
}
