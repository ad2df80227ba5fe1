import { useEffect, useState } from 'react';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { basisOf, significant, type JobRecord, type JointContent, type MomentChart, type Units } from '@ample/core';
import { search } from '../work/client.ts';

const tick = (x: number): string => significant(x, 3);
const force = (kN: number, units: Units): number => units.shown(kN * 1e3, 'kN');
const moment = (kNm: number, units: Units): number => units.shown(kNm * 1e6, 'kNm');
/** The chart in the units of the job. */
const shownIn = (units: Units, c: MomentChart): MomentChart => ({
  ...c,
  shear: [force(c.shear[0], units), force(c.shear[1], units)],
  curve: c.curve.map(({ N, plus, minus }) => ({ N: force(N, units), plus: moment(plus, units), minus: moment(minus, units) })),
  points: c.points.map((p) => ({ ...p, N: force(p.N, units), M: moment(p.M, units) })),
});

/** Works the curve out beside the page; what is said until it stands. */
function useChart(content: JointContent, job: JobRecord, worst: number): readonly [MomentChart | null, string] {
  const [chart, setChart] = useState<MomentChart | null>(null);
  const [said, setSaid] = useState('Working out the curve\u2026');
  useEffect(() => {
    let gone = false;
    void search('chart', async (worker) => worker.chart(content, job, worst)).then((answer) => {
      if (gone) return;
      if ('refusal' in answer) return setSaid(answer.refusal);
      setChart(answer.ok && shownIn(basisOf(job).units, answer.ok));
      setSaid(
        answer.ok
          ? answer.ok.curve.length
            ? ''
            : `Beside the shear of ${answer.ok.of} this joint holds no axial force at all: the curve is empty.`
          : 'There are no combinations yet: enter the actions below.',
      );
    });
    return () => {
      gone = true;
    };
  }, [content, job, worst]);
  return [chart, said];
}

/** A round value at or beyond one. */
const round = (x: number, up: boolean): number => {
  const step = 10 ** Math.floor(Math.log10(Math.max(1, Math.abs(x)))) / 2;
  return (up ? Math.ceil(x / step) : Math.floor(x / step)) * step;
};

/** An edge of what the joint resists. */
const EDGE = {
  type: 'linear',
  stroke: 'var(--holds)',
  strokeWidth: 2,
  dot: false,
  isAnimationActive: false,
  tooltipType: 'none',
} as const;

/** A combination; the one that gives first is marked in words too. */
const dotOf = (p: MomentChart['points'][number]) => ({
  x: p.N,
  y: p.M,
  r: p.governs ? 6 : 4,
  fill: p.governs ? 'var(--oxide)' : 'var(--dimension)',
  stroke: 'var(--paper)',
  label: {
    value: p.governs ? `${p.name}, first to give` : p.name,
    position: 'top' as const,
    fill: p.governs ? 'var(--oxide)' : 'var(--ink)',
    fontWeight: p.governs ? 600 : 400,
    fontSize: 12,
  },
});

function Plot({ chart, units }: { chart: MomentChart; units: Units }) {
  const [kN, kNm] = [units.unitOf('force'), units.unitOf('moment')];
  const rows = chart.curve.map((c) => ({ N: c.N, band: [c.minus, c.plus] as [number, number], plus: c.plus, minus: c.minus }));
  const all = [...chart.curve.flatMap((c) => [c.plus, c.minus]), ...chart.points.map((p) => p.M)];
  const Ns = [...chart.curve.map((c) => c.N), ...chart.points.map((p) => p.N)];
  return (
    <div
      className="flex-1 min-h-0"
      role="img"
      aria-label={chart.points.map((p) => `${p.name}: N ${significant(p.N)} ${kN}, M ${significant(p.M)} ${kNm}`).join('; ')}
    >
      <ResponsiveContainer width="100%" height="100%">
        <ComposedChart data={rows} margin={{ top: 10, right: 40, bottom: 24, left: 24 }}>
          <CartesianGrid stroke="var(--hair)" />
          <XAxis
            dataKey="N"
            type="number"
            domain={[round(Math.min(...Ns, 0), false), round(Math.max(...Ns, 0), true)]}
            tickFormatter={tick}
            stroke="var(--ink)"
            label={{ value: `N, ${kN} (tension positive)`, position: 'insideBottom', offset: -12, fill: 'var(--ink)' }}
          />
          <YAxis
            type="number"
            domain={[round(Math.min(...all, 0), false), round(Math.max(...all, 0), true)]}
            tickFormatter={tick}
            stroke="var(--ink)"
            label={{ value: `${chart.axis.replace('_', ' ')}, ${kNm}`, angle: -90, position: 'insideLeft', fill: 'var(--ink)' }}
          />
          <Tooltip
            formatter={(v: unknown) =>
              Array.isArray(v) ? v.map((x) => significant(Number(x))).join(' to ') : significant(Number(v))
            }
            labelFormatter={(v: unknown) => `N ${significant(Number(v))} ${kN}`}
            contentStyle={{ background: 'var(--panel)', border: '1px solid var(--hair)', color: 'var(--ink)' }}
          />
          <ReferenceLine x={0} stroke="var(--ink)" />
          <ReferenceLine y={0} stroke="var(--ink)" />
          <Area
            dataKey="band"
            name="holds from, to"
            type="linear"
            stroke="none"
            fill="var(--holds)"
            fillOpacity={0.12}
            isAnimationActive={false}
          />
          <Line dataKey="plus" name="largest moment" {...EDGE} />
          <Line dataKey="minus" name="least moment" {...EDGE} />
          {chart.points.map((p) => (
            <ReferenceDot key={p.name} {...dotOf(p)} />
          ))}
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}

/** Axial force across, moment up: the resistance of the joint beside one constant shear, with every combination in it. */
export function MomentChartView({ content, job, worst }: { content: JointContent; job: JobRecord; worst: number }) {
  const [chart, said] = useChart(content, job, worst);
  const { units } = basisOf(job);
  if (!chart)
    return (
      <p className="muted p-4" role="status">
        {said}
      </p>
    );
  const kN = units.unitOf('force');
  const governing = chart.points.find((p) => p.governs);
  return (
    <figure className="p-4 h-full flex flex-col" aria-label={`Axial force and moment: ${chart.points.length} combinations`}>
      <figcaption className="mb-2">
        Resistance in N and {chart.axis} beside V z {significant(chart.shear[0])} {kN}, V y {significant(chart.shear[1])} {kN} of{' '}
        {chart.of}; the other actions as in {chart.of}. {governing && <b>{governing.name} gives first.</b>}{' '}
        {said && <span className="problem">{said}</span>}
      </figcaption>
      <Plot chart={chart} units={units} />
    </figure>
  );
}
