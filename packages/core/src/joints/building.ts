import type { Combination } from '../actions/combination.ts';
import type { Basis } from '../basis/basis.ts';
import type { Prepared } from '../checks/check.ts';
import type { Ground } from '../detail/ground.ts';
import type { Quantities, Solid } from '../detail/solid.ts';
import type { Drawing, TitleBlock } from '../drawing/index.ts';
import { Refusal } from '../refusal.ts';
import { shopItems, type ShopItems } from '../shop/items.ts';
import { shopLists } from '../shop/lists.ts';
import type { List } from '../shop/list.ts';
import type { Joint, JointKind, Making, MomentChart, Move, Parts, Template, UnderStandard } from './kind.ts';
import type { RowsFlow } from './rows.ts';

// Classes, since an object that is written out with getters has a shape of its own: the engine keeps that, and by its getters the whole joint, until it
// sweeps the whole heap. A search makes joints by the thousand.

class MadeParts<I, M, P extends Prepared> implements Parts<M, P> {
  private madeSolid: Solid | undefined;
  private madePrepared: P | undefined;
  constructor(
    private readonly making: Making<I, M, P>,
    private readonly under: UnderStandard<I, M, P>,
    readonly model: M,
  ) {}
  get solid(): Solid {
    return (this.madeSolid ??= this.making.solid(this.model));
  }
  get prepared(): P {
    return (this.madePrepared ??= this.under.prepare(this.model, () => this.solid));
  }
}

/** A joint of a kind under a standard: each of its parts made once, when it is first asked for. */
class Built<I, M, P extends Prepared> implements Joint<I> {
  private readonly parts: MadeParts<I, M, P>;
  private madeQuantities: Quantities | undefined;
  private madeShop: ShopItems | undefined;
  private madeOwnLists: readonly List[] | undefined;
  private madeLists: readonly List[] | undefined;
  private madeTemplate: Template | null | undefined;
  constructor(
    private readonly making: Making<I, M, P>,
    private readonly under: UnderStandard<I, M, P>,
    readonly input: I,
    readonly basis: Basis,
  ) {
    this.parts = new MadeParts(making, under, making.model(input, basis));
  }
  get prepared(): P {
    return this.parts.prepared;
  }
  get solid(): Solid {
    return this.parts.solid;
  }
  get quantities(): Quantities {
    return (this.madeQuantities ??= this.making.quantities(this.parts));
  }
  get shop(): ShopItems {
    return (this.madeShop ??= shopItems(this.parts.solid));
  }
  get ownLists(): readonly List[] {
    return (this.madeOwnLists ??= this.making.lists?.(this.parts) ?? []);
  }
  get lists(): readonly List[] {
    const { units, standard } = this.basis;
    return (this.madeLists ??= [...this.ownLists, ...shopLists(this.shop, { units, fillets: standard.fillets })]);
  }
  get template(): Template | null {
    if (this.madeTemplate === undefined) this.madeTemplate = this.making.template?.(this.parts) ?? null;
    return this.madeTemplate;
  }
  drawing(title: TitleBlock, combination: Combination | null): Drawing {
    return this.making.drawing(this.parts, title, combination);
  }
  moves(): Move<I>[] {
    return (this.under.moves ?? this.making.moves)?.(this.input, this.parts.model) ?? [];
  }
  chart(combinations: readonly Combination[], governing: number): MomentChart | null {
    return this.making.chart?.(this.parts, combinations, governing) ?? null;
  }
  rows(combination: Combination | null): RowsFlow | null {
    return this.making.rows?.(this.parts, combination) ?? null;
  }
  ground(combination: Combination): Ground | null {
    return this.making.ground?.(this.parts, combination) ?? null;
  }
}

/** The part of a kind that builds joints. */
export function building<I, M, P extends Prepared>(
  making: Making<I, M, P>,
): Pick<JointKind<I>, 'build' | 'first' | 'search' | 'offers' | 'standards' | 'leaves' | 'called'> {
  const standards = Object.keys(making.standards);
  const under = ({ standard: { id } }: Basis): UnderStandard<I, M, P> => {
    const found = Object.hasOwn(making.standards, id) ? making.standards[id] : undefined;
    if (found) return found;
    throw new Refusal('standard', `standard: this joint is not checked to ${id}; accepted are ${standards.join(', ')}.`);
  };
  return {
    standards,
    leaves: ({ id }) => (Object.hasOwn(making.standards, id) ? (making.standards[id]!.leaves ?? []) : []),
    called: ({ id }) => (Object.hasOwn(making.standards, id) ? making.standards[id]!.title : undefined),
    offers: { chart: making.chart !== undefined, rows: making.rows !== undefined, template: making.template !== undefined },
    first: (start, combinations, basis, judge) => under(basis).first(start, combinations, basis, judge),
    search: (from, basis, practice) => under(basis).search?.(from, basis, practice) ?? null,
    build: (input, basis) => new Built(making, under(basis), input, basis),
  };
}
