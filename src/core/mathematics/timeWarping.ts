/**
 * The cheapest way through a table of costs from its first corner to its last, each step one row on, one column on, or
 * both: which columns each row meets. Two courses of the same happening at different paces are brought together by it.
 * Source: H. Sakoe and S. Chiba, Dynamic programming algorithm optimization for spoken word recognition, IEEE Trans. ASSP 26
 * (1978), with the symmetric step weights of their section II (both at once costs twice).
 *
 * @param cost of row i beside column j, not negative
 * @returns the total cost over rows + columns, and for each row its first and last column
 */
export function timeWarping(
  rows: number,
  columns: number,
  cost: (row: number, column: number) => number,
): { cost: number; first: Int32Array; last: Int32Array } {
  const total = new Float64Array(rows * columns);
  /** 0: both, 1: the row before, 2: the column before. */
  const came = new Uint8Array(rows * columns);
  for (let i = 0; i < rows; i++) {
    for (let j = 0; j < columns; j++) {
      const here = cost(i, j);
      const at = i * columns + j;
      if (at === 0) {
        total[0] = 2 * here;
        continue;
      }
      const both = i > 0 && j > 0 ? total[at - columns - 1]! + 2 * here : Infinity;
      const row = i > 0 ? total[at - columns]! + here : Infinity;
      const column = j > 0 ? total[at - 1]! + here : Infinity;
      const least = Math.min(both, row, column);
      total[at] = least;
      came[at] = least === both ? 0 : least === row ? 1 : 2;
    }
  }
  const first = new Int32Array(rows).fill(columns);
  const last = new Int32Array(rows).fill(-1);
  let [i, j] = [rows - 1, columns - 1];
  for (;;) {
    first[i] = Math.min(first[i]!, j);
    last[i] = Math.max(last[i]!, j);
    if (i === 0 && j === 0) break;
    const step = came[i * columns + j];
    if (step !== 2) i--;
    if (step !== 1) j--;
  }
  return { cost: total.at(-1)! / (rows + columns), first, last };
}
