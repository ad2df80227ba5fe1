/** Ends of the chart of Figure 6.11. */
const LOWEST = 4;
const HIGHEST = 8;

/** lambda_1 on the curve of one alpha. Published UK guide on moment-resisting joints, appendix on the chart. */
function onCurve(alpha: number, lambda_2: number): number {
  const limit_1 = 1.25 / (alpha - 2.75);
  const limit_2 = (alpha * limit_1) / 2;
  if (lambda_2 >= limit_2) return limit_1;
  return limit_1 + (1 - limit_1) * ((limit_2 - lambda_2) / limit_2) ** (0.185 * alpha ** 1.785);
}

/**
 * EN 1993-1-8, Figure 6.11: alpha of a row beside a stiffener or a flange, for lambda_1 = m/(m + e) and lambda_2 = m_2/(m + e), both pure numbers.
 * The curves fall as alpha grows; right of the last one that is printed (4.45) their formula runs on to 4.
 */
export function stiffenedAlpha(lambda_1: number, lambda_2: number): number {
  const across = Math.max(0, lambda_2);
  let [low, high] = [LOWEST, HIGHEST];
  if (onCurve(high, across) >= lambda_1) return high;
  // As fine as a double can say it, so that nothing steps when a row moves.
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2;
    if (onCurve(middle, across) > lambda_1) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
