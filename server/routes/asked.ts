import * as v from 'valibot';
import type { SitesAtHand } from '../../usecases/atHand.ts';

const MOST_PLACES = 200;

/** The places that a window holds, as it names them in a request; without them, all. */
const sites = v.optional(
  v.pipe(
    v.string('Say which places.'),
    v.transform((text) => text.split(',')),
    v.array(v.pipe(v.string(), v.uuid('A place is named by its id.'))),
    v.maxLength(MOST_PLACES, `A window holds ${MOST_PLACES} places at most.`),
  ),
);
const heldOf = (ids: readonly string[] | undefined): SitesAtHand => (ids === undefined ? null : new Set(ids));

/** The places that a window holds. */
export const Held = v.pipe(
  v.object({ sites }),
  v.transform(({ sites: ids }) => heldOf(ids)),
);
/** The state that a window knows, as it was told, and the places that it holds. */
export const Asked = v.pipe(
  v.object({
    since: v.optional(v.pipe(v.string('Say since when.'), v.maxLength(200, 'This is no state told here.'))),
    sites,
  }),
  v.transform(({ since = null, sites: ids }) => ({ since, held: heldOf(ids) })),
);
/** The same of two windows that hold the same. */
export const heldWord = (held: SitesAtHand): string => (held === null ? 'all' : [...held].sort().join());
