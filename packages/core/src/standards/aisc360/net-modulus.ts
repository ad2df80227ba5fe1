/** Plastic modulus of the net plate, mm3: each hole takes its own plastic moment away (basis 5). */
export function netModulus(L: number, t: number, hole: number, heights: readonly number[]): number {
  const Z = (t * L ** 2) / 4;
  const lost = heights.reduce((sum, z) => {
    const y = Math.abs(z);
    return sum + (y >= hole / 2 ? t * y * hole : t * (hole ** 2 / 4 + y ** 2));
  }, 0);
  return Math.max(0, Z - lost);
}
