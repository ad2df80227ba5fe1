import type { EndForce } from '@ample/core';

/** The end of a beam at its support, and the forces that act on the joint there as a positive sign means them; what is turned is drawn so. */
export function SignPicture({ turned }: { turned: readonly EndForce[] }) {
  const flip = (f: EndForce): number => (turned.includes(f) ? -1 : 1);
  const colour = (f: EndForce): string => (turned.includes(f) ? 'var(--oxide)' : 'var(--ink)');
  const arrow = (x: number, y: number, dx: number, dy: number, f: EndForce) => (
    <g stroke={colour(f)} fill={colour(f)} strokeWidth="1.6">
      <line x1={x} y1={y} x2={x + dx} y2={y + dy} />
      <path
        d="M0 0 L-8 -4 L-8 4 Z"
        stroke="none"
        transform={`translate(${x + dx} ${y + dy}) rotate(${(Math.atan2(dy, dx) * 180) / Math.PI})`}
      />
    </g>
  );
  const text = (x: number, y: number, words: string) => (
    <text x={x} y={y} fontSize="12" fill="var(--ink)">
      {words}
    </text>
  );
  const [n, v, m] = [flip('N'), flip('V_z'), flip('M_y')];
  return (
    <svg
      viewBox="0 0 430 150"
      width="430"
      height="150"
      role="img"
      aria-label="N positive pulls the member off its support; V z positive presses the joint down; M y positive pulls at the top of a beam, and presses the side of +z of a column in"
    >
      <rect x="18" y="10" width="16" height="130" fill="none" stroke="var(--muted)" />
      <rect x="36" y="46" width="190" height="58" fill="none" stroke="var(--muted)" />
      <line x1="36" y1="54" x2="226" y2="54" stroke="var(--hair)" />
      <line x1="36" y1="96" x2="226" y2="96" stroke="var(--hair)" />
      {arrow(n > 0 ? 232 : 292, 75, 60 * n, 0, 'N')}
      {text(300, 79, 'N pulls')}
      {arrow(120, v > 0 ? 14 : 44, 0, 30 * v, 'V_z')}
      {text(128, 24, 'V z presses down')}
      <path
        d={m > 0 ? 'M 66 118 A 44 44 0 0 0 66 32' : 'M 66 32 A 44 44 0 0 1 66 118'}
        fill="none"
        stroke={colour('M_y')}
        strokeWidth="1.6"
        transform="translate(20 0)"
      />
      <path
        d="M0 0 L-8 -4 L-8 4 Z"
        fill={colour('M_y')}
        transform={m > 0 ? 'translate(86 32) rotate(200)' : 'translate(86 118) rotate(160)'}
      />
      {text(118, 128, 'M y pulls at the top')}
      {text(262, 128, 'V y, M z, T: about the other axes')}
    </svg>
  );
}
