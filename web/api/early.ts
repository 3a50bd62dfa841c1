import type { FetchQueryOptions, QueryKey } from '@tanstack/react-query';
import { arePlacesChosen } from './atHand.ts';
import { aboutQuery, planQuery, readingsOf, snapshotQuery, waterOf } from './data.ts';
import { authenticationQuery } from './authentication.ts';
import { client } from './queryClient.ts';

// What a screen will ask for is asked as soon as it is known which screen it will be, while its program comes in: all at
// once, not one after the other.

/** What fails here is forgotten: the screen asks again, and says it. @returns null: it failed */
async function begin<T, D, K extends QueryKey>(query: FetchQueryOptions<T, Error, D, K>): Promise<D | null> {
  try {
    return await client.fetchQuery({ ...query, retry: false });
  } catch {
    const { queryKey } = query;
    if (client.getQueryData(queryKey) === undefined)
      client.removeQueries({ queryKey, exact: true, type: 'inactive' });
    return null;
  }
}

/** What stands behind every screen. Whoever may not have it is told so by the door. */
export async function askForHouse(): Promise<void> {
  const authentication = begin(authenticationQuery);
  const about = await begin(aboutQuery);
  // of a large house somebody says first which places are wanted
  if (about && !(about.isLarge && !arePlacesChosen()))
    await Promise.all([begin(snapshotQuery), begin(planQuery)]);
  await authentication;
}
export async function askForSystem(systemId: string | null | undefined): Promise<void> {
  if (systemId) await Promise.all([begin(readingsOf('system', systemId)), begin(waterOf(systemId))]);
}
export async function askForComponent(componentId: string | undefined): Promise<void> {
  if (componentId) await begin(readingsOf('component', componentId));
}
