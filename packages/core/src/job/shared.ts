import { givenOf } from '../joints/given.ts';
import { kindOf } from '../joints/registry.ts';
import { Refusal } from '../refusal.ts';
import { canonical } from './print.ts';

interface Detailed {
  readonly kind: string;
  readonly input: unknown;
}
type Input = Readonly<Record<string, unknown>>;

const isGiven = (kind: string, key: string): boolean => kindOf(kind).given.includes(key);

/** The part of an input that is its detail: without the members, and what else stands around the joint. */
export const detailOf = ({ kind, input }: Detailed): Input =>
  Object.fromEntries(Object.entries(input as Input).filter(([k]) => !isGiven(kind, k)));

export const sameDetail = (a: Detailed, b: Detailed): boolean =>
  a.kind === b.kind && canonical(detailOf(a)) === canonical(detailOf(b));

/** The input of a joint with the detail of another one of its kind; its own members stay. */
export function withDetailOf(joint: Detailed & { readonly mark: string }, from: Detailed): unknown {
  if (joint.kind !== from.kind)
    throw new Refusal(
      'group',
      `group: ${joint.mark} is another kind of joint; accepted are joints of one kind, ${kindOf(from.kind).title.toLowerCase()}.`,
    );
  return { ...givenOf(kindOf(joint.kind), joint.input), ...detailOf(from) };
}
