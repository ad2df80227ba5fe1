import type { Basis } from '../basis/basis.ts';
import { withValues } from '../joints/given.ts';
import type { Field, JointKind } from '../joints/kind.ts';
import { wordAxis, type SearchSpace } from '../joints/search.ts';

const CATEGORY = 'bolts.category';
/** How the bolts of a joint are put in: fields that mean the same in every kind that has them. */
export const FASTENING = ['bolts.threads', CATEGORY, 'bolts.friction', 'bolts.packing'] as const;
const fieldOf = <I>({ fields }: Pick<JointKind<I>, 'fields'>, id: string): Field<I> | undefined =>
  fields.find((f) => f.id === id);

/**
 * The space with bolts put in as those of the present joint: threads, surfaces and packing stay, and where they are preloaded each detail is tried as they
 * are and without.
 */
export function fastenedAs(
  space: SearchSpace,
  kind: JointKind,
  present: { readonly kind: JointKind; readonly input: unknown },
  { standard }: Pick<Basis, 'standard'>,
): SearchSpace {
  const now = (id: string) => fieldOf(present.kind, id)?.get(present.input);
  const kept = FASTENING.filter((id) => id !== CATEGORY).flatMap((id) => {
    const [field, value] = [fieldOf(kind, id), now(id)];
    return field && value !== undefined ? [{ field, value }] : [];
  });
  const asKept = (made: unknown): unknown => withValues(made, kept);
  const [plain, ...tightened] = standard.materials.preload.categories;
  const own = tightened.find(([id]) => id === now(CATEGORY));
  const category = fieldOf(kind, CATEGORY);
  if (!own || !category || !plain) return { ...space, make: (choice) => mapped(space.make(choice), asKept) };
  const axis = { ...wordAxis(CATEGORY, 'category', [own[0], plain[0]]), words: [own[1], plain[1]] };
  return {
    ...space,
    axes: [...space.axes, axis],
    make: (choice) => mapped(space.make(choice.slice(0, -1)), (made) => asKept(category.set(made, choice.at(-1)!))),
  };
}
const mapped = <T>(made: T | null, to: (made: T) => T): T | null => (made === null ? null : to(made));
