import type { Combination } from '../../../actions/combination.ts';
import type { Basis } from '../../../basis/basis.ts';
import { INCH } from '../../../catalogue/index.ts';
import { Refusal } from '../../../refusal.ts';
import { leastEdge, leastFillet } from '../../../standards/aisc360/rules.ts';
import { boltName } from '../../../units/system.ts';
import { beamStart, weldedSupport, type BeamStart } from '../../beam-end/beam-family.ts';
import type { FirstDetail, Start } from '../../kind.ts';
import { memberDimensions } from '../../members.ts';
import type { FinPlateInput } from '../input.ts';

const inch = (x: number): number => Number((x * INCH).toPrecision(12));
/** Up to the next part of an inch. */
const upTo = (mm: number, part: number): number => inch(Math.ceil(mm / INCH / part - 1e-9) * part);

interface Choice {
  readonly d: number;
  readonly lines: number;
  readonly n1: number;
  readonly t: number;
  readonly grade: string;
}

/** The single plate of usual practice for one choice of bolts and plate: 3 in pitch, 1-1/4 in ends, 2 d to the edges, standard holes. */
function compose(start: BeamStart, c: Choice, t_support: number): FinPlateInput {
  const [d, t] = [inch(c.d), inch(c.t)];
  const e1 = Math.max(inch(1.25), upTo(leastEdge(d), 1 / 8));
  const edge = upTo(2 * d, 1 / 4);
  const gap = Math.max(inch(0.5), upTo(start.gap - 5, 1 / 2));
  const h = 2 * e1 + (c.n1 - 1) * inch(3);
  const top = start.beam.notch.type === 'none' ? start.dims.tf + start.dims.r : start.beam.notch.d_nt!;
  // The first row 3 in below the top of the beam where that is clear of the fillet or the cope.
  const place = Math.min(Math.max(inch(3) - e1, upTo(top, 1 / 16)), top + start.clear - h);
  return {
    beam: start.beam,
    support: weldedSupport(start),
    plate: { t, h, e1, e2: edge, steel: { grade: c.grade }, side: 'near' },
    fixing: 'bolted',
    web: { e2b: upTo(2 * d + INCH / 4, 1 / 4), top_to_bolt: Number((place + e1).toPrecision(12)) },
    gap,
    bolts: {
      d,
      cls: '120',
      n1: c.n1,
      n2: c.lines,
      p1: inch(3),
      p2: c.lines > 1 ? inch(3) : 0,
      threads_in_plane: true,
      category: 'A',
      friction: 'A',
      packing: 0,
    },
    weld: { s: Math.max(upTo((5 / 8) * t, 1 / 16), leastFillet(Math.min(t, t_support))) },
    holes: { plate: 'normal', web: 'normal' },
  };
}

/** Choices in order of cost: one line, then two; bolts of 3/4, 7/8 and 1 in; more rows, then a thicker plate, then a stronger steel. */
function choices({ dims, clear }: BeamStart): Choice[] {
  const out: Choice[] = [];
  for (const grade of ['A36', 'A572-50'])
    for (const lines of [1, 2])
      for (const d of [0.75, 0.875, 1]) {
        const ends = 2 * Math.max(1.25, leastEdge(inch(d)) / INCH);
        const half = (dims.h - 2 * (dims.tf + dims.r)) / 2 / INCH;
        const fewest = Math.max(2, Math.ceil((half - ends) / 3 - 1e-9) + 1);
        const most = Math.min(12, Math.floor((clear / INCH - ends) / 3 + 1e-9) + 1);
        for (let n1 = fewest; n1 <= most; n1 += 1)
          for (const t of [1 / 4, 5 / 16, 3 / 8, 7 / 16, 1 / 2, 5 / 8]) out.push({ d, lines, n1, t, grade });
      }
  return out;
}

/** A first detail for members and forces: the cheapest choice that holds and keeps its rules; else the strongest, and it says that it gives. */
export function singlePlateFirst(
  asked: Start,
  combinations: readonly Combination[],
  basis: Basis,
  judge: (input: FinPlateInput) => number,
): FirstDetail<FinPlateInput> {
  const start = beamStart(asked, basis);
  const { support } = start;
  const dims = memberDimensions(support, basis, 'support');
  const t_support = support.t ?? (dims ? (support.type === 'column_flange' ? dims.tf : dims.tw) : Infinity);
  const u = basis.units;
  let best: { input: FinPlateInput; multiple: number } | null = null;
  for (const c of choices(start)) {
    const input = compose(start, c, t_support);
    const multiple = judge(input);
    if (!best || multiple > best.multiple) best = { input, multiple };
    if (multiple < 1) continue;
    return {
      input,
      why: [
        ...start.why,
        `${c.n1} rows make the plate ${u.size(input.plate.h)} deep, at least half of the clear web of ${start.dims.name}.`,
        `${c.lines > 1 ? 'Two lines' : 'One line'} of ${boltName(input.bolts.d)} group 120 and a plate ${u.size(input.plate.t)} ${c.grade} are the least of the usual sizes that hold.`,
        `Weld leg ${u.size(input.weld.s)} develops the plate.`,
        combinations.length ? `First to give at ${multiple.toFixed(2)} of the worst combination.` : 'No forces were given yet.',
      ],
    };
  }
  if (!best)
    throw new Refusal(
      'beam.section',
      `beam.section: ${start.dims.name} leaves no room for two bolt rows between its fillets; accepted are deeper beams.`,
    );
  return {
    input: best.input,
    why: [...start.why, 'No single plate of the usual range holds these forces; this is the strongest of them.'],
  };
}
