/** Connections that stay open. One whose right has ended is closed at once, not at its next request. */
export class Live {
  private readonly open = new Map<object, { holds: () => Promise<boolean>; close: () => void }>();

  /** @param holds whether whoever opened it may still listen */
  add(key: object, holds: () => Promise<boolean>, close: () => void): void {
    this.open.set(key, { holds, close });
  }
  remove(key: object): void {
    this.open.delete(key);
  }
  async recheck(): Promise<void> {
    for (const [key, { holds, close }] of this.open) {
      if (await holds()) continue;
      this.open.delete(key);
      close();
    }
  }
}
