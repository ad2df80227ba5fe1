import { CartesianGrid, ComposedChart, Line, ReferenceDot, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { significant, type RotationFlow, type Units } from '@ample/core';

const stiffness = (S: number, units: Units): string => units.quantity(S, 'kNm/rad');

/** Moment over rotation, with the limits of the frame's classes and the moment of the combination (kNm). */
export function RotationChart({ rotation, M, units }: { rotation: RotationFlow; M: number; units: Units }) {
  const { limits } = rotation;
  return (
    <section aria-label="Moment and rotation">
      <h3>Moment and rotation</h3>
      <p>
        Initial stiffness {stiffness(rotation.S_ini, units)}, at this moment {stiffness(rotation.S, units)}:{' '}
        <b>{rotation.class}</b>
        {limits && `, between ${stiffness(limits.pinned, units)} (pinned) and ${stiffness(limits.rigid, units)} (rigid)`}.
      </p>
      <p>
        Strength: {rotation.strength}. Ductility: {rotation.ductility}.
      </p>
      <Curve {...{ rotation, M, units }} />
    </section>
  );
}

/** A line of the chart that is read beside the curve. */
const beside = (data: readonly { phi: number; M: number }[], name: string, dash: string, stroke = 'var(--muted)') => (
  <Line data={[...data]} dataKey="M" name={name} stroke={stroke} strokeDasharray={dash} dot={false} isAnimationActive={false} />
);

function Curve({ rotation, M, units }: { rotation: RotationFlow; M: number; units: Units }) {
  const kNm = units.unitOf('moment');
  const shown = (x: number): number => units.shown(x * 1e6, 'kNm');
  const top = rotation.points.at(-1)!;
  const far = top.phi * 1.35;
  const curve = rotation.points.map((p) => ({ phi: p.phi, M: shown(p.M) }));
  // Level beyond the resistance: its length is not worked out, so that it is drawn dashed.
  const level = [top.phi, far].map((phi) => ({ phi, M: shown(top.M) }));
  const ray = (S: number): { phi: number; M: number }[] => {
    const end = Math.min(far, (top.M * 1e9) / S);
    return [0, end].map((phi) => ({ phi, M: shown((S * phi) / 1e9) }));
  };
  const { limits } = rotation;
  const words = `Moment resistance ${significant(shown(top.M))} ${kNm} at ${significant(top.phi)} mrad`;
  return (
    <div className="rotation-chart" role="img" aria-label={words}>
      <ResponsiveContainer width="100%" height="100%">
        <ComposedChart margin={{ top: 10, right: 24, bottom: 24, left: 16 }}>
          <CartesianGrid stroke="var(--hair)" />
          <XAxis
            dataKey="phi"
            type="number"
            domain={[0, far]}
            tickFormatter={(x: number) => significant(x, 2)}
            stroke="var(--ink)"
            label={{ value: 'rotation, mrad', position: 'insideBottom', offset: -12, fill: 'var(--ink)' }}
          />
          <YAxis
            dataKey="M"
            type="number"
            domain={[0, shown(top.M) * 1.15]}
            tickFormatter={(x: number) => significant(x, 3)}
            stroke="var(--ink)"
            label={{ value: `moment, ${kNm}`, angle: -90, position: 'insideLeft', fill: 'var(--ink)' }}
          />
          <Tooltip
            formatter={(v: unknown) => significant(Number(v))}
            labelFormatter={(v: unknown) => `${significant(Number(v))} mrad`}
            contentStyle={{ background: 'var(--panel)', border: '1px solid var(--hair)', color: 'var(--ink)' }}
          />
          {limits && beside(ray(limits.rigid), 'rigid from here', '2 3')}
          {limits && beside(ray(limits.pinned), 'pinned to here', '6 3')}
          <Line
            data={curve}
            dataKey="M"
            name="moment"
            stroke="var(--holds)"
            strokeWidth={2}
            dot={false}
            isAnimationActive={false}
          />
          {beside(level, 'beyond, not worked out', '4 4', 'var(--holds)')}
          {M > 0 && M <= top.M && <ReferenceDot x={phiAt(curve, shown(M))} y={shown(M)} r={5} fill="var(--ink)" />}
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}

/** Rotation at a moment, along the curve. */
function phiAt(curve: readonly { readonly phi: number; readonly M: number }[], M: number): number {
  const i = Math.max(
    1,
    curve.findIndex((p) => p.M >= M),
  );
  const [a, b] = [curve[i - 1]!, curve[i]!];
  return a.phi + ((b.phi - a.phi) * (M - a.M)) / (b.M - a.M || 1);
}
