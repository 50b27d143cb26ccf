/** Chance from a seed: the same one gives the same day. */
export class Chance {
  private state: number;

  constructor(seed: number) {
    this.state = (seed * 2654435761 + 0x9e3779b9) >>> 0;
    for (let i = 0; i < 8; i++) this.next();
  }

  /** 0 to 1. */
  next(): number {
    // mulberry32
    this.state = (this.state + 0x6d2b79f5) >>> 0;
    let t = this.state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  }

  under = (share: number) => this.next() < share;
  between = (low: number, high: number) => low + (high - low) * this.next();
  whole = (low: number, high: number) => Math.floor(this.between(low, high + 1));
  pick = <T>(of: readonly T[]): T => of[Math.floor(this.next() * of.length)] as T;
}
