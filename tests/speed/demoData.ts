import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';

/** Asks the API of an application. */
export async function get<T>(address: string, path: string): Promise<T> {
  return (await (await fetch(`${address}/api/v1/${path}`)).json()) as T;
}

/** The route of the demo that has two revisions and two checkpoints. */
export async function demoRoute(address: string): Promise<Route> {
  const routes = await get<Route[]>(address, 'routes');
  return routes.find(({ name }) => name === 'Sluice, then Tide Gauge')!;
}

/** What a run of that route belongs to, but for its session. */
export async function placeOfDemo(
  address: string,
): Promise<{ revisionId: string; setupId: string }> {
  const route = await demoRoute(address);
  const robots = await get<Robot[]>(address, 'robots');
  return {
    revisionId: route.revision.id,
    setupId: robots.find(({ id }) => id === route.robotId)!.setup.id,
  };
}
