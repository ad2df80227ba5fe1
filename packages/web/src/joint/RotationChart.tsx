import { CartesianGrid, ComposedChart, Line, ReferenceDot, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { significant, type RotationFlow, type Units } from '@ample/core';

const stiffness = (S: number, units: Units): string => units.quantity(S, 'kNm/rad');

/** Moment over rotation, with the limits of the frame's classes and the moment of the combination (kNm). */
export function RotationChart({ rotation, M, units }: { rotation: RotationFlow; M: number; units: Units }) {
  const kNm = units.unitOf('moment');
  const shown = (x: number): number => units.shown(x * 1e6, 'kNm');
  const top = rotation.points.at(-1)!;
  const far = top.phi * 1.35;
  // Level beyond the resistance: its length is not worked out, so that it is drawn dashed.
  const curve = rotation.points.map((p) => ({ phi: p.phi, M: shown(p.M) }));
  const level = [
    { phi: top.phi, M: shown(top.M) },
    { phi: far, M: shown(top.M) },
  ];
  const ray = (S: number): { phi: number; M: number }[] => {
    const end = Math.min(far, (top.M * 1e9) / S);
    return [
      { phi: 0, M: 0 },
      { phi: end, M: shown((S * end) / 1e9) },
    ];
  };
  const { limits } = rotation;
  const at = curve.length > 1 ? phiAt(curve, shown(M)) : 0;
  return (
    <section aria-label="Moment and rotation">
      <h3>Moment and rotation</h3>
      <p>
        Initial stiffness {stiffness(rotation.S_ini, units)}, at this moment {stiffness(rotation.S, units)}:{' '}
        <b>{rotation.class}</b>
        {limits && `, between ${stiffness(limits.pinned, units)} (pinned) and ${stiffness(limits.rigid, units)} (rigid)`}.
      </p>
      <div
        className="rotation-chart"
        role="img"
        aria-label={`Moment resistance ${significant(shown(top.M))} ${kNm} at ${significant(top.phi)} mrad`}
      >
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
            {limits && (
              <Line
                data={ray(limits.rigid)}
                dataKey="M"
                name="rigid from here"
                stroke="var(--muted)"
                strokeDasharray="2 3"
                dot={false}
                isAnimationActive={false}
              />
            )}
            {limits && (
              <Line
                data={ray(limits.pinned)}
                dataKey="M"
                name="pinned to here"
                stroke="var(--muted)"
                strokeDasharray="6 3"
                dot={false}
                isAnimationActive={false}
              />
            )}
            <Line
              data={curve}
              dataKey="M"
              name="moment"
              stroke="var(--holds)"
              strokeWidth={2}
              dot={false}
              isAnimationActive={false}
            />
            <Line
              data={level}
              dataKey="M"
              name="beyond, not worked out"
              stroke="var(--holds)"
              strokeDasharray="4 4"
              dot={false}
              isAnimationActive={false}
            />
            {M > 0 && M <= top.M && <ReferenceDot x={at} y={shown(M)} r={5} fill="var(--ink)" />}
          </ComposedChart>
        </ResponsiveContainer>
      </div>
    </section>
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
