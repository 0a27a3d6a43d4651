/** A column of the master problem: what one use costs, and what it adds to each row. */
export interface Column {
  cost: number;
  /** row and what is added to it */
  entries: readonly (readonly [row: number, value: number])[];
}
const EPS = 1e-9;
/** What a column must save to be worth a step: costs are about 1. */
const WORTH = 1e-7;
/** Steps of one solution, by rows: more means that it turns in a circle. */
const STEPS_BY_ROW = 40;

/**
 * Least cost of columns that cover what is wanted: revised simplex with the inverse of its basis kept (Dantzig, 1953). Rows up to
 * `wanted` must be reached, those after it not be passed (`limits`). What cannot be covered costs `missing` a unit, so that there is
 * always a solution. Columns may be added at any time; it goes on from where it stood.
 */
export class Master {
  private readonly rows: number;
  private readonly inverse: Float64Array[];
  /** what is in the basis: a column; −1 − row: missing of what is wanted, or not used of a limit; − rows − 1 − row: beyond what is wanted */
  private readonly basis: number[];
  private readonly amounts: Float64Array;
  readonly columns: Column[] = [];

  constructor(
    private readonly wanted: readonly number[],
    limits: readonly number[],
    private readonly missing: number,
    private readonly spend: (steps: number) => void,
  ) {
    this.rows = wanted.length + limits.length;
    this.inverse = Array.from({ length: this.rows }, (_, i) => {
      const row = new Float64Array(this.rows);
      row[i] = 1;
      return row;
    });
    this.basis = Array.from({ length: this.rows }, (_, i) => -1 - i);
    this.amounts = Float64Array.from([...wanted, ...limits]);
  }

  private costOf(member: number): number {
    if (member >= 0) return this.columns[member].cost;
    return -1 - member < this.wanted.length ? this.missing : 0;
  }
  /** What a unit of each row is worth. */
  prices(): Float64Array {
    const prices = new Float64Array(this.rows);
    for (let i = 0; i < this.rows; i++) {
      const cost = this.costOf(this.basis[i]);
      if (cost !== 0) for (let r = 0; r < this.rows; r++) prices[r] += cost * this.inverse[i][r];
    }
    return prices;
  }
  /** Goes on until no column makes it cheaper. */
  solve(): void {
    for (let step = 0; step < STEPS_BY_ROW * this.rows; step++) {
      const prices = this.prices();
      let least = -WORTH;
      let entering: Column['entries'] | null = null;
      let member = 0;
      this.columns.forEach(({ cost, entries }, i) => {
        let reduced = cost;
        for (const [row, value] of entries) reduced -= prices[row] * value;
        if (reduced < least) [least, entering, member] = [reduced, entries, i];
      });
      for (let row = 0; row < this.rows; row++) {
        const beyond = row < this.wanted.length;
        const reduced = beyond ? prices[row] : -prices[row];
        if (reduced >= least) continue;
        least = reduced;
        entering = [[row, beyond ? -1 : 1]];
        member = -1 - row - (beyond ? this.rows : 0);
      }
      this.spend(this.columns.length + this.rows * this.rows);
      if (!entering || !this.enter(entering, member)) return;
    }
  }
  private enter(entries: readonly (readonly [number, number])[], member: number): boolean {
    const change = new Float64Array(this.rows);
    for (let i = 0; i < this.rows; i++)
      for (const [row, value] of entries) change[i] += this.inverse[i][row] * value;
    let leaving = -1;
    let ratio = Infinity;
    for (let i = 0; i < this.rows; i++) {
      if (change[i] <= EPS) continue;
      const r = this.amounts[i] / change[i];
      // Among equals what is missing leaves first.
      if (r < ratio - EPS || (r < ratio + EPS && leaving >= 0 && this.basis[i] < this.basis[leaving])) {
        ratio = r;
        leaving = i;
      }
    }
    if (leaving < 0) return false;
    const pivot = change[leaving];
    const out = this.inverse[leaving];
    for (let r = 0; r < this.rows; r++) out[r] /= pivot;
    this.amounts[leaving] /= pivot;
    for (let i = 0; i < this.rows; i++) {
      const factor = change[i];
      if (i === leaving || factor === 0) continue;
      const row = this.inverse[i];
      for (let r = 0; r < this.rows; r++) row[r] -= factor * out[r];
      this.amounts[i] = Math.max(0, this.amounts[i] - factor * this.amounts[leaving]);
    }
    this.basis[leaving] = member;
    return true;
  }
  /** How often each column is used. */
  uses(): { column: number; amount: number }[] {
    return this.basis.flatMap((member, i) =>
      member >= 0 && this.amounts[i] > EPS ? [{ column: member, amount: this.amounts[i] }] : [],
    );
  }
}
