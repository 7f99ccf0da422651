/**
 * The least of any stretch of a row, at once: for each power of two the place of the least of so many entries
 * (a sparse table).
 */
export class Least {
  private readonly rows: Int16Array[] = [];
  private values: Float64Array;
  private readonly logs: Uint8Array;

  /** @param length of the rows that it will be asked about */
  constructor(length: number) {
    this.values = new Float64Array(length);
    this.logs = new Uint8Array(length + 1);
    for (let each = 2; each <= length; each += 1) this.logs[each] = (this.logs[each >> 1] ?? 0) + 1;
    for (let power = 0; power <= (this.logs[length] ?? 0); power += 1) this.rows.push(new Int16Array(length));
  }

  /**
   * Looks at a row anew.
   *
   * @param values kept, not copied
   * @param from, to the stretch within which it will be asked; to is not included
   */
  look(values: Float64Array, from: number, to: number): void {
    this.values = values;
    const [first] = this.rows;
    for (let each = from; each < to; each += 1) if (first) first[each] = each;
    for (let power = 1; power < this.rows.length && 1 << power <= to - from; power += 1) {
      const [row, before] = [this.rows[power], this.rows[power - 1]];
      if (!row || !before) return;
      const half = 1 << (power - 1);
      for (let each = from; each + 2 * half <= to; each += 1) {
        const [a, b] = [before[each] ?? 0, before[each + half] ?? 0];
        row[each] = (values[b] ?? 0) < (values[a] ?? 0) ? b : a;
      }
    }
  }

  /** The place of the least entry from one place to another, both included; within what was looked at. */
  placeOf(from: number, to: number): number {
    const power = this.logs[to - from + 1] ?? 0;
    const row = this.rows[power];
    const [a, b] = [row?.[from] ?? from, row?.[to - (1 << power) + 1] ?? from];
    return (this.values[b] ?? 0) < (this.values[a] ?? 0) ? b : a;
  }
}
