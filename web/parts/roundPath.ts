/** Where the round of a visit is built from the jobs that a plan put there. */
export const roundPath = (siteId: string, entries: readonly { jobId: string }[]): string =>
  `/rounds/new?site=${siteId}&jobs=${[...new Set(entries.map((entry) => entry.jobId))].join()}`;
