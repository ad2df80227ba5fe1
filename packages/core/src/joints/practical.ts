import type { Basis } from '../basis/basis.ts';

type By = Pick<Basis, 'standard' | 'practice'>;

/** The next larger bolt of the office, else of those that shops have or that are given; undefined where there is none. */
export const largerBolt = ({ standard, practice }: By, d: number, usual = standard.materials.usualBolts): number | undefined =>
  [...(practice?.bolts ?? usual)].sort((a, b) => a - b).find((x) => x > d + 1e-6);

/** The next stronger class of bolts or grade of steel, of those that the office has where it says so. */
function stronger(
  materials: By['standard']['materials'],
  from: string | undefined,
  among: readonly string[] | undefined,
): string | undefined {
  let found = materials.stronger[from ?? ''];
  while (found !== undefined && among && !among.includes(found)) found = materials.stronger[found];
  return found;
}
export const strongerClass = ({ standard, practice }: By, cls: string): string | undefined =>
  stronger(standard.materials, cls, practice?.classes);
export const strongerGrade = ({ standard, practice }: By, grade: string | undefined): string | undefined =>
  stronger(standard.materials, grade, practice?.steels);
