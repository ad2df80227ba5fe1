import { basisOf } from '../standards/job-basis.ts';
import { kindOf } from '../joints/registry.ts';
import type { Field } from '../joints/kind.ts';
import { detailDifferences } from '../job/compare.ts';
import type { JudgedBy } from '../job/actions.ts';
import type { Following, HouseMark } from '../job/house-mark.ts';
import { sameDetail, withDetailOf } from '../job/shared.ts';
import { Refusal } from '../refusal.ts';
import type { HouseDetail } from './types.ts';
import { outsideOf } from './range.ts';

interface Joint {
  readonly mark: string;
  readonly kind: string;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- each kind has its own input
  readonly input: any;
}

/** The joint with a house detail: its members stay, and what the house detail leaves open stays where it is one of its values. Refuses another kind. */
export function withHouse(joint: Joint, house: HouseDetail): Joint {
  if (joint.kind !== house.kind)
    throw new Refusal(
      'house',
      `house: ${joint.mark} is another kind of joint than ${house.name}; accepted are joints of its kind, ${kindOf(house.kind).title.toLowerCase()}.`,
    );
  const fields = kindOf(house.kind).fields as readonly Field<unknown>[];
  const input = Object.entries(house.open).reduce<unknown>(
    (made, [id, values]) => {
      const field = fields.find((f) => f.id === id);
      const own = field?.get(joint.input);
      return field && own !== undefined && values.includes(own) && field.get(made) !== own ? field.set(made, own) : made;
    },
    withDetailOf(joint, house),
  );
  return { ...joint, input };
}

/** How a joint stands to the house detail that it names; `house` is that version of it, null where it is not kept here. */
export function followingOf(joint: Joint & { readonly house: HouseMark }, house: HouseDetail | null, job: JudgedBy): Following {
  const { name, version } = joint.house;
  const said = (state: Following['state'], words: readonly string[]): Following => ({ name, version, state, words });
  if (!house) return said('unknown', [`version ${version} of ${name} is not kept here`]);
  if (joint.kind !== house.kind) return said('strayed', ['it is another kind of joint']);
  const meant = withHouse(joint, house);
  if (!sameDetail(joint, meant)) {
    const { units } = basisOf(job);
    return said(
      'strayed',
      detailDifferences(meant, joint, job, job, units).map((d) => `${d.what}: ${d.after || 'none'} for ${d.before || 'none'}`),
    );
  }
  const outside = outsideOf(joint, house, job);
  return outside.length ? said('outside', outside) : said('follows', []);
}

/** The same in a few words: "FP-3 version 2, strayed: Plate thickness: 12 mm for 10 mm". */
export const houseWords = ({ name, version, state, words }: Following): string =>
  `${name} version ${version}${state === 'follows' ? '' : `, ${WORDS[state]}: ${words.join('; ')}`}`;
const WORDS = { strayed: 'strayed', outside: 'outside its range', unknown: 'not known' } as const;
