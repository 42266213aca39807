/** Lower triangle whose product with its transpose is a covariance of `size` rows (Cholesky); what is not positive counts as nothing. */
export function choleskyRoot(covariance: ArrayLike<number>, size: number): Float64Array {
  const root = new Float64Array(size * size)
  for (let i = 0; i < size; i++)
    for (let j = 0; j <= i; j++) {
      let sum = covariance[i * size + j]!
      for (let k = 0; k < j; k++) sum -= root[i * size + k]! * root[j * size + k]!
      if (i === j) root[i * size + i] = Math.sqrt(Math.max(0, sum))
      else root[i * size + j] = root[j * size + j]! > 1e-12 ? sum / root[j * size + j]! : 0
    }
  return root
}

/** Solves covariance · x = right, from its root. */
export function solveByRoot(root: Float64Array, right: number[]): Float64Array {
  const size = right.length
  const x = Float64Array.from(right)
  for (let i = 0; i < size; i++) {
    for (let k = 0; k < i; k++) x[i]! -= root[i * size + k]! * x[k]!
    x[i]! /= root[i * size + i]!
  }
  for (let i = size - 1; i >= 0; i--) {
    for (let k = i + 1; k < size; k++) x[i]! -= root[k * size + i]! * x[k]!
    x[i]! /= root[i * size + i]!
  }
  return x
}
