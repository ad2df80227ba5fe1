/** A name that a workbook takes for a sheet, and has not yet; `taken` holds names in small letters. */
export function sheetName(title: string, taken: Set<string>): string {
  const plain =
    title
      .replace(/[:\\/?*[\]']/g, ' ')
      .slice(0, 26)
      .trim() || 'Sheet';
  for (let n = 1; ; n += 1) {
    const name = n === 1 ? plain : `${plain} ${n}`;
    if (taken.has(name.toLowerCase())) continue;
    taken.add(name.toLowerCase());
    return name;
  }
}
