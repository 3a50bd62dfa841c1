/** What a map holds under a name that somebody typed: its own entries only, not what every object is born with. */
export const lookUp = <T>(map: Readonly<Record<string, T>>, name: string): T | undefined =>
  Object.hasOwn(map, name) ? map[name] : undefined;
