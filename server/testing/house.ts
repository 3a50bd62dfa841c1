import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import type { Invite, Shown } from '../../contract/access/account.ts';
import { roles, type RoleId } from '../../contract/access/rights.ts';
import { NOW } from '../../store/testing/fixtures.ts';
import { serve, type Running, type ServeOptions } from '../serve.ts';
import { Client } from './client.ts';

/** A server with a clock that a test turns, on loopback and (as another device would see it) beyond. */
export class House {
  readonly dataDir = mkdtempSync(join(tmpdir(), 'jondrel-house-'));
  clock = NOW;
  running!: Running;

  static async open(options: Partial<ServeOptions> = {}): Promise<House> {
    const house = new House();
    await house.start(options);
    return house;
  }
  async start(options: Partial<ServeOptions> = {}): Promise<void> {
    this.running = await serve({
      ...{ dataDir: this.dataDir, port: 0, widePort: 0, webDir: null, about: { dataDir: this.dataDir } },
      now: () => this.clock,
      here: () => [BEYOND, 'tank.local'],
      ...options,
    });
  }
  async close(): Promise<void> {
    await this.running.stop();
    rmSync(this.dataDir, { recursive: true });
  }

  /** A browser on this computer. */
  near = (): Client => new Client(this.running.address);
  wideAddress = (): string =>
    this.running.access
      .networkAccess()
      .addresses()
      .find((address) => address.includes(BEYOND)) ?? '';
  /** A browser beyond it, which trusts this installation's authority. */
  far = (): Client =>
    new Client(this.wideAddress(), readFileSync(join(this.dataDir, 'keys', 'authority.pem'), 'utf8'));

  /** The first owner, signed in on this computer. */
  async owner(): Promise<Client> {
    const client = this.near();
    const made = await client.post('/access/first-owner', {
      ...{ name: 'Marit', signIn: 'marit', password: passwordOf('marit') },
    });
    if (made.status !== 201) throw new Error(made.text);
    return client;
  }

  /** Somebody invited by an owner, signed in on this computer. */
  async person(
    owner: Client,
    role: RoleId,
    sees: Partial<Pick<Invite, 'siteIds' | 'systemIds'>> = {},
    name: string = role,
  ): Promise<{ client: Client; id: string; token: string }> {
    const id = uuid();
    const invited = await owner.post<Shown>('/accounts', {
      ...{ id, personId: null, name, signIn: name, mail: null, role, siteIds: [], systemIds: [], ...sees },
    });
    if (invited.status !== 201) throw new Error(invited.text);
    const { token } = invited.json;
    const client = this.near();
    if (roles[role].signsIn) {
      const joined = await client.post('/access/join', { token, password: passwordOf(name) });
      if (joined.status !== 200) throw new Error(joined.text);
    }
    return { client, id, token };
  }
}
const BEYOND = '127.0.0.2';
export const passwordOf = (name: string): string => `four quiet words ${name}`;
