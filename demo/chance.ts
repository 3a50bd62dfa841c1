import { stringify } from 'uuid';
import { evenStream } from '../core/numeric/evenStream.ts';

/** Seeded chance: the same seed gives the same demo, on every machine. */
export class Chance {
  /** Even between 0 and 1. */
  readonly even: () => number;
  constructor(seed: number) {
    this.even = evenStream(seed);
  }
  /** A stream of its own for a name: what happens elsewhere in the scenario does not disturb it. @source FNV-1a hash */
  static named(seed: number, name: string): Chance {
    let hash = 0x811c9dc5 ^ seed;
    for (const letter of name) hash = Math.imul(hash ^ (letter.codePointAt(0) ?? 0), 0x01000193);
    return new Chance(hash);
  }
  /** Normal with mean 0 and standard deviation 1. @source Box and Muller 1958 */
  normal(): number {
    return Math.sqrt(-2 * Math.log(1 - this.even())) * Math.cos(2 * Math.PI * this.even());
  }
  happens(probability: number): boolean {
    return this.even() < probability;
  }
  pick<T>(items: readonly T[]): T {
    const item = items[Math.floor(this.even() * items.length)];
    if (item === undefined) throw new Error('nothing to pick from');
    return item;
  }
  /** A UUIDv7 of this moment whose random part is seeded. */
  uuid(at: number): string {
    const bytes = Uint8Array.from({ length: 16 }, () => Math.floor(this.even() * 256));
    for (let i = 0; i < 6; i++) bytes[i] = Math.floor(at / 2 ** (8 * (5 - i))) % 256;
    bytes[6] = 0x70 | ((bytes[6] ?? 0) & 0x0f);
    bytes[8] = 0x80 | ((bytes[8] ?? 0) & 0x3f);
    return stringify(bytes);
  }
}
