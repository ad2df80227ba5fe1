import { without, type I } from './parts.ts';

/** Washer plate that suits an anchor: 3.5 d wide and 0.6 d thick (basis 16.2). */
export const washerFor = (d: number): { head: number; head_t: number } => ({
  head: Math.ceil((3.5 * d) / 5) * 5,
  head_t: Math.ceil(0.6 * d),
});

/** Round head that suits an anchor. */
export const headFor = (d: number): { head: number; head_t: number } => ({
  head: Math.ceil((2 * d) / 5) * 5 + 5,
  head_t: Math.ceil(0.7 * d),
});

export function withType(i: I, type: I['anchors']['type']): I {
  const a = i.anchors;
  const { d } = a;
  const bare = without(a, 'head', 'head_t', 'A_brg') as I['anchors'];
  if (type === 'washer') return { ...i, anchors: { ...bare, type, ...washerFor(d) } };
  if (type === 'headed') return { ...i, anchors: { ...bare, type, ...headFor(d) } };
  if (type === 'bonded')
    return {
      ...i,
      anchors: {
        ...bare,
        type,
        product: {
          ...a.product,
          tau_Rk: a.product.tau_Rk ?? 7,
          tau_Rk_ucr: a.product.tau_Rk_ucr ?? 11,
          gamma_inst: Math.max(a.product.gamma_inst, 1.2),
        },
      },
    };
  return { ...i, anchors: { ...bare, type } };
}
