/** What a simulated thermometer is like. */
export interface Character {
  /** Time constant with which it follows what it is held in, s. */
  readonly lag: number;
  /** Standard deviation of a reading, K. */
  readonly noise: number;
  /** Chance that it falls silent for a while, at each reading. */
  readonly dropOut: number;
  /** How long it then stays silent, s. */
  readonly silence: number;
}

export interface Reading {
  readonly value: number;
  /** Epoch seconds. */
  readonly at: number;
}

/** A thermometer that lags, wavers and sometimes falls silent, as real ones do. */
export class Thermometer {
  private inside: number;
  private target: number;
  private updated: number;
  private silentUntil = 0;
  private last: Reading | null = null;

  /**
   * @param chance a number from 0 to 1, anew at each call
   * @param now epoch seconds
   */
  constructor(
    private readonly character: Character,
    celsius: number,
    now: number,
    private readonly chance: () => number,
  ) {
    this.inside = celsius;
    this.target = celsius;
    this.updated = now;
  }

  /** Puts it into something of another temperature. */
  hold(celsius: number, now: number): void {
    this.follow(now);
    this.target = celsius;
  }

  /** Silences it for so many seconds, as an empty battery would. */
  silence(seconds: number, now: number): void {
    this.silentUntil = now + seconds;
  }

  /** Its last word, a new one unless it is silent. */
  read(now: number): Reading | null {
    this.follow(now);
    if (now >= this.silentUntil && this.chance() < this.character.dropOut)
      this.silentUntil = now + this.character.silence;
    if (now >= this.silentUntil) {
      const value = this.inside + this.character.noise * this.deviate();
      this.last = { value: Math.round(value * 10) / 10, at: Math.floor(now) };
    }
    return this.last;
  }

  private follow(now: number): void {
    const share = 1 - Math.exp(-Math.max(0, now - this.updated) / this.character.lag);
    this.inside += (this.target - this.inside) * share;
    this.updated = now;
  }

  /** About normal: twelve even chances add up to a variance of one. */
  private deviate(): number {
    let sum = -6;
    for (let each = 0; each < 12; each += 1) sum += this.chance();
    return sum;
  }
}
