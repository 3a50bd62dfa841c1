/** How often the program backs up by itself, and how many of its own copies it keeps. */
export interface BackupSchedule {
  /** null: never by itself. */
  everyDays: number | null;
  keep: number;
}
export const defaultSchedule: BackupSchedule = { everyDays: 1, keep: 14 };

/** How something that looks after the data went, and when. */
export interface Outcome {
  at: string;
  /** In words; null: all is well. */
  fault: string | null;
}
/** What the program does for the data by itself, and how it went. */
export interface Safekeeping {
  schedule: BackupSchedule;
  /** Whole backups there are, the newest first. */
  backups: { name: string; at: string; bytes: number }[];
  lastBackup: Outcome | null;
  /** The trial restore of a backup. */
  lastTrial: (Outcome & { name: string; records: number | null }) | null;
  /** All pages, links, records and checksums read. */
  lastCheck: (Outcome & { records: number | null }) | null;
}
