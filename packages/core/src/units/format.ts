export const MINUS = '\u2212';

/** Plain decimal text of `x` with `digits` significant figures; whole numbers keep all their figures. */
export function significant(x: number, digits = 3): string {
  if (x === 0) return '0';
  const magnitude = Math.floor(Math.log10(Math.abs(x)));
  const decimals = Math.max(0, digits - 1 - magnitude);
  const text = Math.abs(x).toFixed(Math.min(decimals, 12));
  // Rounding may carry into the next decade (9.999 -> 10.00): one decimal fewer then.
  const carried = decimals > 0 && Number(text) >= 10 ** (magnitude + 1) ? Math.abs(x).toFixed(decimals - 1) : text;
  return (x < 0 && Number(carried) !== 0 ? MINUS : '') + carried;
}

/** A typed value as the user typed it: no rounding beyond floating-point noise, a real minus sign. */
export function exact(x: number): string {
  // Most are whole, and the way by decimals takes ten times as long.
  if (x >= 0 && x < 1e12 && Number.isInteger(x)) return String(x);
  const text = String(Number(x.toPrecision(12)));
  return text.replace('-', MINUS);
}

/** A load multiple: two decimals up to 10, one above, ">99" beyond. */
export function multipleText(m: number | null): string {
  if (m === null) return '\u2013';
  if (m > 99) return '>99';
  // Never round a failing multiple up to 1.00.
  if (m < 1 && m > 0.995) return m.toFixed(3).startsWith('1') ? '0.999' : m.toFixed(3);
  return m.toFixed(m >= 10 ? 1 : 2);
}
