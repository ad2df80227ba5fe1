import {
  basisOf,
  detailDifferences,
  houseKey,
  kindOf,
  lineOf,
  partWords,
  type HouseDetail,
  type HouseVersion,
} from '@ample/core';

/** What of a house detail is another than in the version before. */
function changes(of: HouseDetail, before: HouseDetail): string[] {
  const { units } = basisOf(of);
  const fields = kindOf(of.kind).fields;
  const parts = (d: HouseDetail, id: string): string => {
    const field = fields.find((f) => f.id === id)!;
    const part = d.range[id] ?? (d.open[id] ? { of: d.open[id] } : undefined);
    return part ? partWords(field, part, d) : 'any';
  };
  const ids = new Set([of, before].flatMap((d) => [...Object.keys(d.range), ...Object.keys(d.open)]));
  const said = [
    ...(of.kind === before.kind
      ? detailDifferences(before, of, before, of, units).map((d) => `${d.what}: ${d.before || 'none'} → ${d.after || 'none'}`)
      : ['another kind of joint']),
    ...[...ids].flatMap((id) => {
      const [was, is] = [parts(before, id), parts(of, id)];
      return was === is ? [] : [`${fields.find((f) => f.id === id)!.label} meant: ${was} → ${is}`];
    }),
    ...(of.note === before.note ? [] : ['the note']),
    ...(JSON.stringify(of.basis) === JSON.stringify(before.basis) ? [] : ['the basis']),
  ];
  return said.length || houseKey(of) === houseKey(before) ? said : ['sections, steels or settings'];
}

/** Every version of a house detail: who, when, why, and in what it is another than the one before. */
export function Versions({ versions }: { versions: readonly HouseVersion[] }) {
  return (
    <section className="mt-5" aria-label="Versions">
      <h2 className="mb-1">Versions</h2>
      <table className="grid-table">
        <thead>
          <tr>
            {['Version', 'Kept', 'By', 'Why', 'Changed'].map((h) => (
              <th key={h}>{h}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {versions.map((v, i) => {
            const before = versions[i + 1];
            return (
              <tr key={v.version}>
                <td>{v.version}</td>
                <td className="whitespace-nowrap">{v.at.slice(0, 16).replace('T', ' ')}</td>
                <td>{v.who}</td>
                <td>{v.label}</td>
                <td>{before ? changes(v.detail, before.detail).join('; ') : lineOf(v.detail, v.detail)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
