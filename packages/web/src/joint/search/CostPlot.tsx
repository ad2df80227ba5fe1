import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from 'recharts';
import { multipleText, type FoundDetail } from '@ample/core';
import { costText } from './CostBar.tsx';

interface Props {
  readonly shown: readonly FoundDetail[];
  readonly frontier: readonly FoundDetail[];
  readonly chosen: FoundDetail | null;
  readonly present: { readonly cost: number; readonly multiple: number } | null;
  /** Others are still looked for. */
  readonly underWay: boolean;
  readonly onPick: (f: FoundDetail) => void;
}
/** So many points are drawn at most, fewer while others are still looked for: the rest lie among them. */
const DRAWN = 1500;
const DRAWN_UNDER_WAY = 300;

/** One detail; small, since there are thousands. */
const Point = ({ cx = 0, cy = 0 }: { readonly cx?: number; readonly cy?: number }) => (
  <circle cx={cx} cy={cy} r={2.5} fill="var(--holds)" fillOpacity={0.45} />
);

const FRONTIER = {
  type: 'stepAfter',
  stroke: 'var(--oxide)',
  strokeWidth: 1.6,
  dot: { r: 3, fill: 'var(--oxide)', stroke: 'var(--paper)' },
  isAnimationActive: false,
} as const;
const AS_IT_IS = {
  r: 5,
  fill: 'var(--dimension)',
  stroke: 'var(--paper)',
  label: { value: 'as it is', position: 'right', fill: 'var(--ink)', fontSize: 12 },
} as const;

interface Priced {
  readonly cost: number;
  readonly multiple: number;
}
/** What is several times as strong as asked is not told apart. */
const at = (f: Priced): Priced => ({ cost: f.cost, multiple: Math.min(f.multiple, 8) });
const spot = (f: Priced) => ({ x: f.cost, y: at(f).multiple });

/** Cost across, least load multiple up; the line joins those that nothing is as cheap as and holds as much. */
export function CostPlot({ shown, frontier, chosen, present, underWay, onPick }: Props) {
  const step = Math.max(1, Math.ceil(shown.length / (underWay ? DRAWN_UNDER_WAY : DRAWN)));
  const points = shown.filter((_, i) => i % step === 0).map((f) => ({ ...at(f), found: f }));
  const last = frontier.at(-1);
  const costs = [...points.map((p) => p.cost), ...(present ? [present.cost] : [])];
  // What is several times as dear as the cheapest of the strongest tells nothing more.
  const most = Math.min(Math.max(...costs), 1.15 * Math.max(last?.cost ?? 0, present?.cost ?? 0));
  const low = Math.min(...costs);
  return (
    <figure
      className="search-plot"
      aria-label={`Cost against least multiple; on the line: ${frontier.map((f) => `${costText(f.cost)} at ${multipleText(f.multiple)}`).join('; ')}`}
    >
      <ResponsiveContainer width="100%" height={260}>
        <ComposedChart margin={{ top: 8, right: 16, bottom: 24, left: 8 }}>
          <CartesianGrid stroke="var(--hair)" />
          <XAxis
            dataKey="cost"
            type="number"
            domain={[Math.floor(low * 0.98), Math.ceil(most)]}
            allowDataOverflow
            tickFormatter={(x: number) => x.toFixed(0)}
            stroke="var(--ink)"
            label={{ value: 'cost', position: 'insideBottom', offset: -12, fill: 'var(--ink)' }}
          />
          <YAxis
            dataKey="multiple"
            type="number"
            domain={[(least: number) => Math.min(1, Math.floor(10 * least) / 10), 'auto']}
            tickFormatter={(x: number) => x.toFixed(2)}
            stroke="var(--ink)"
            label={{ value: 'least multiple', angle: -90, position: 'insideLeft', fill: 'var(--ink)' }}
          />
          <ReferenceLine y={1} stroke="var(--ink)" strokeWidth={2} />
          <Scatter
            data={points}
            shape={<Point />}
            isAnimationActive={false}
            onClick={(p: unknown) => {
              const { payload } = p as { payload?: { found?: FoundDetail } };
              if (payload?.found) onPick(payload.found);
            }}
          />
          <Line data={frontier.map(at)} dataKey="multiple" {...FRONTIER} />
          {chosen && <ReferenceDot {...spot(chosen)} r={7} fill="none" stroke="var(--ink)" strokeWidth={2} />}
          {present && <ReferenceDot {...spot(present)} {...AS_IT_IS} />}
        </ComposedChart>
      </ResponsiveContainer>
      <figcaption className="muted">
        Each point holds. On the line nothing is as cheap and holds as much. Pick a point, or a detail of the list, to look at it.
      </figcaption>
    </figure>
  );
}
