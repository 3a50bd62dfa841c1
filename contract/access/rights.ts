// What may be done, and by whom: one table. A new role is a new entry; a new right is a line in the list.

export const rights = [
  'records.read',
  'records.write',
  'settings.write',
  'archive.export',
  'archive.import',
  'backup',
  'week.read',
  'reports.read',
  'sheets.tick',
  'tests.send',
  'changes.follow',
  'pictures.read',
  'own.account',
  'people.manage',
  'network.manage',
  'readings.send',
] as const;
export type Right = (typeof rights)[number];

/** How far a role sees: all places, the places named with the account, or the systems named with it. */
export type Sees = 'everything' | 'places' | 'systems';

export interface Role {
  word: string;
  /** What it may do, for whoever grants it. */
  may: string;
  rights: readonly Right[];
  sees: Sees;
  /** A session nobody used for so long has ended. */
  idleDays: number;
  /** false: not a person, it carries a token instead of a password. */
  signsIn: boolean;
  /** Whether it does work here: then there is a person of the records who did it. */
  works: boolean;
}

const reading = ['week.read', 'changes.follow', 'pictures.read', 'own.account'] as const;

export const roles = {
  owner: {
    word: 'owner',
    may: 'Everything: the work, the people and who may come in.',
    rights: rights.filter((right) => right !== 'readings.send'),
    sees: 'everything',
    idleDays: 14,
    signsIn: true,
    works: true,
  },
  keeper: {
    word: 'keeper',
    may: 'All the work at all places. Not the people, the settings or the whole of the data.',
    rights: [...reading, 'records.read', 'records.write', 'reports.read', 'sheets.tick', 'tests.send'],
    sees: 'everything',
    idleDays: 14,
    signsIn: true,
    works: true,
  },
  helper: {
    word: 'helper',
    may: 'Sees what is to be done this week at the places named, ticks off what a sitter’s sheet asks, and may send tests of the water.',
    rights: [...reading, 'sheets.tick', 'tests.send'],
    sees: 'places',
    idleDays: 30,
    signsIn: true,
    works: true,
  },
  client: {
    word: 'client',
    may: 'Reads about the systems named, and may send tests of their water.',
    rights: [...reading, 'reports.read', 'tests.send'],
    sees: 'systems',
    idleDays: 30,
    signsIn: true,
    works: false,
  },
  device: {
    word: 'device',
    may: 'Sends readings for the equipment of the places named. Reads nothing.',
    rights: ['readings.send'],
    sees: 'places',
    idleDays: 0,
    signsIn: false,
    works: false,
  },
} as const satisfies Record<string, Role>;
export type RoleId = keyof typeof roles;
export const roleIds = Object.keys(roles) as [RoleId, ...RoleId[]];

/** Who is not signed in: the one person of an installation without owners, the holder of a secret link, and anybody. */
export const unsigned = {
  alone: rights.filter((right) => right !== 'own.account' && right !== 'readings.send'),
  link: ['week.read', 'pictures.read'],
  /** One that was made to send tests too. */
  'sending-link': ['week.read', 'pictures.read', 'tests.send'],
  nobody: [],
} as const satisfies Record<string, readonly Right[]>;
export type UnsignedId = keyof typeof unsigned;

/** Everybody a route can be asked by. */
export type CallerKind = RoleId | UnsignedId;

export function rightsOf(kind: CallerKind): readonly Right[] {
  return kind in unsigned ? unsigned[kind as UnsignedId] : roles[kind as RoleId].rights;
}
