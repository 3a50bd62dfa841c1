/** A shape stretched to values: the scale that leaves the least squares, and the squares left. */
export interface Scaled {
  scale: number;
  sse: number;
}

/** @param shape one for each of values, not all zero */
export function bestScale(shape: readonly number[], values: readonly number[]): Scaled {
  let across = 0;
  let along = 0;
  shape.forEach((s, i) => {
    across += s * (values[i] ?? 0);
    along += s * s;
  });
  const scale = across / along;
  return { scale, sse: values.reduce((sum, value, i) => sum + (value - scale * (shape[i] ?? 0)) ** 2, 0) };
}
