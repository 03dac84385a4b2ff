/** (H + damping·diag) · change = gradient. */
export function solveNormal(information: number[][], gradient: readonly number[], damping: number): number[] {
  const matrix = information.map((row, i) => [
    ...row.map((value, j) => (i === j ? value * (1 + damping) : value)),
    gradient[i] ?? 0,
  ])
  eliminate(matrix)
  return matrix.map((row, i) => (row[matrix.length] ?? 0) / (row[i] || 1))
}

/** ln of the determinant of a small positive matrix. */
export function logDeterminant(matrix: number[][]): number {
  const work = matrix.map((row) => [...row])
  eliminate(work)
  return work.reduce((sum, row, i) => sum + Math.log(Math.max(1e-300, Math.abs(row[i] ?? 0))), 0)
}

/** Brings a small positive matrix, with or without a right side, to diagonal form in place: never more than ten rows. */
function eliminate(matrix: number[][]): void {
  for (let i = 0; i < matrix.length; i++) {
    const pivotRow = matrix[i] ?? []
    for (let j = 0; j < matrix.length; j++) {
      const row = matrix[j] ?? []
      const factor = j === i ? 0 : (row[i] ?? 0) / (pivotRow[i] || 1e-300)
      if (factor === 0) continue
      for (let k = i; k < row.length; k++) row[k] = (row[k] ?? 0) - factor * (pivotRow[k] ?? 0)
    }
  }
}

/** Σ aᵢ·bᵢ over the length of the first. */
export function dot(a: readonly number[], b: readonly number[]): number {
  let sum = 0
  for (let n = 0; n < a.length; n++) sum += (a[n] ?? 0) * (b[n] ?? 0)
  return sum
}
