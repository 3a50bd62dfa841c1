import { existsSync, readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import {
  defaultSchedule,
  type BackupSchedule,
  type Outcome,
  type Safekeeping as Report,
} from '../../contract/safekeeping.ts';
import { settingOf } from '../../model/settings.ts';
import { keepNewest, stampOf } from '../../store/backup.ts';
import { databaseFile } from '../../store/database.ts';
import { oneAtATime } from '../../store/oneAtATime.ts';
import { StoreProblem } from '../../store/problems.ts';
import { backupsOf, newestBackup } from '../../store/soundness.ts';
import { systemFaultOf } from '../../store/systemFaults.ts';
import type { Store } from '../../store/store.ts';
import { runTask, type Task } from './task.ts';

const MINUTE_MS = 60_000;
const DAY_MS = 24 * 60 * MINUTE_MS;
/** After a start there is other work first. */
const FIRST_MS = 2 * MINUTE_MS;
const EVERY_MS = 10 * MINUTE_MS;
/** What failed is tried again, but not all the time. */
const AGAIN_MS = 60 * MINUTE_MS;
const TRIAL_DAYS = 30;
const CHECK_DAYS = 7;
/** The name of a backup that the schedule made: only these does it remove. */
const OWN = '-auto';

type Kept = Pick<Report, 'lastBackup' | 'lastTrial' | 'lastCheck'>;
const nothing: Kept = { lastBackup: null, lastTrial: null, lastCheck: null };

interface Parts {
  store: Store;
  dataDir: string;
  now: () => number;
  warn: (error: unknown) => void;
  run?: typeof runTask;
}

/**
 * Looks after the data by itself: backs up on its days, puts a backup back on trial each month, reads all pages each week,
 * in threads of their own. How it went is kept beside the backups and shown in Settings.
 */
export class Safekeeping {
  private readonly parts: Parts;
  private readonly run: typeof runTask;
  private timer: NodeJS.Timeout | null = null;

  constructor(parts: Parts) {
    this.parts = parts;
    this.run = parts.run ?? runTask;
  }

  begin(): void {
    const again = (): void => {
      void this.tick()
        .catch(this.parts.warn)
        .finally(() => {
          if (this.timer !== null) this.timer = setTimeout(again, EVERY_MS).unref();
        });
    };
    this.timer = setTimeout(again, FIRST_MS).unref();
  }
  /** What is under way is let go: a copy half made is none. */
  stop(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
  }

  async report(): Promise<Report> {
    const backups = backupsOf(this.parts.dataDir)
      .reverse()
      .map((folder) => ({
        name: basename(folder),
        at: new Date(timeOf(folder) ?? 0).toISOString(),
        bytes: statSync(databaseFile(folder)).size,
      }));
    return { schedule: await this.schedule(), backups, ...this.kept() };
  }

  /** Now, because somebody asked. @returns the folder. @throws where it could not be made */
  backUpNow(): Promise<string> {
    return oneAtATime(this, () => this.backUp(stampOf(this.parts.now())));
  }

  /** Does what is due, one after the other. */
  tick(): Promise<void> {
    return oneAtATime(this, async () => {
      const { dataDir, now } = this.parts;
      const { everyDays, keep } = await this.schedule();
      const due = (last: Outcome | null, days: number): boolean =>
        isOver(last, days * DAY_MS, now()) || (last?.fault != null && isOver(last, AGAIN_MS, now()));
      if (everyDays !== null && this.isBackupDue(everyDays)) {
        await this.backUp(`${stampOf(now())}${OWN}`).catch(this.parts.warn);
        keepNewest(dataDir, keep, (name) => name.endsWith(OWN));
      }
      const backup = newestBackup(dataDir);
      if (backup !== null && due(this.kept().lastTrial, TRIAL_DAYS))
        await this.told('lastTrial', { kind: 'trial', backup }, { name: basename(backup) });
      if (due(this.kept().lastCheck, CHECK_DAYS))
        await this.told('lastCheck', { kind: 'check', file: databaseFile(dataDir) }, {});
    });
  }

  private async schedule(): Promise<BackupSchedule> {
    return settingOf(await this.parts.store.snapshot()).backups ?? defaultSchedule;
  }

  private isBackupDue(everyDays: number): boolean {
    const now = this.parts.now();
    const { lastBackup } = this.kept();
    if (lastBackup?.fault != null && !isOver(lastBackup, AGAIN_MS, now)) return false;
    // whoever made it; one from a time to come says nothing: the clock was put right since
    const newest = backupsOf(this.parts.dataDir)
      .flatMap((folder) => timeOf(folder) ?? [])
      .filter((at) => at <= now)
      .at(-1);
    return newest === undefined || now - newest >= everyDays * DAY_MS;
  }

  private async backUp(name: string): Promise<string> {
    const { dataDir } = this.parts;
    const at = new Date(this.parts.now()).toISOString();
    try {
      const { fault, isConflict } = await this.run({
        kind: 'backup',
        file: databaseFile(dataDir),
        dataDir,
        name,
      });
      if (fault !== null && isConflict) throw StoreProblem.conflict(fault, null, null);
      if (fault !== null) throw StoreProblem.damaged(fault);
      this.keep({ lastBackup: { at, fault: null } });
      return join(dataDir, 'backups', name);
    } catch (error) {
      // what went wrong goes on to whoever asked
      this.keep({ lastBackup: { at, fault: faultWord(error) } });
      throw error;
    }
  }

  private async told(what: 'lastTrial' | 'lastCheck', task: Task, more: { name?: string }): Promise<void> {
    const at = new Date(this.parts.now()).toISOString();
    try {
      const { records, fault } = await this.run(task);
      this.keep({ [what]: { at, ...more, records, fault } });
    } catch (error) {
      this.parts.warn(error);
      this.keep({ [what]: { at, ...more, records: null, fault: faultWord(error) } });
    }
  }

  private kept(): Kept {
    const file = this.file();
    if (!existsSync(file)) return nothing;
    try {
      return { ...nothing, ...(JSON.parse(readFileSync(file, 'utf8')) as Partial<Kept>) };
    } catch {
      // half a note is none: everything is done anew
      return nothing;
    }
  }
  private keep(some: Partial<Record<keyof Kept, unknown>>): void {
    const draft = `${this.file()}.part`;
    writeFileSync(draft, JSON.stringify({ ...this.kept(), ...some }));
    renameSync(draft, this.file());
  }
  private file(): string {
    return join(this.parts.dataDir, 'backups', 'safekeeping.json');
  }
}

const isOver = (last: Outcome | null, ms: number, now: number): boolean =>
  last === null || now - Date.parse(last.at) >= ms || Date.parse(last.at) > now;

/** The instant in a backup's name: 2026-11-25T14-20-05Z, whatever stands behind it. */
function timeOf(folder: string): number | null {
  const [, day, clock] = /^(\d{4}-\d{2}-\d{2})T(\d{2}-\d{2}-\d{2})Z/.exec(basename(folder)) ?? [];
  return day && clock ? Date.parse(`${day}T${clock.replaceAll('-', ':')}Z`) : null;
}

function faultWord(error: unknown): string {
  if (error instanceof StoreProblem) return error.message;
  const fault = systemFaultOf(error);
  if (fault?.kind === 'full') return 'the disk is full';
  if (fault?.kind === 'not-writable') return 'the folder of backups cannot be written';
  return 'it broke off; the log of the server has the details';
}
