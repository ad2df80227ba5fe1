import type { UnitId } from '../units/units.ts';
import type { CheckResult, Least, SkipResult, StrengthResult } from './check.ts';

/** What a check is called wherever its results stand. */
export interface About {
  readonly id: string;
  readonly title: string;
  readonly clause: string;
  readonly part: string;
}

/** Beyond this a multiple says nothing more. */
const FAR = 1e6;
const NOTHING = 'This combination puts no load on it.';

/** It does not apply, for this reason; `missing`: it applies and could not be made. Plain literals: copying with a spread is most of the cost of a result. */
export const leftOut = ({ id, title, clause, part }: About, reason: string, missing = false): SkipResult =>
  missing ? { type: 'skip', id, title, clause, part, reason, missing: true } : { type: 'skip', id, title, clause, part, reason };

/** The first check of a list whose actions are looked at before anything is worked. */
const ACTION_PATH: About = {
  id: 'action-path',
  title: 'A path for every action',
  clause: 'every action that is given has to be checked',
  part: 'joint',
};
/** Whether every action has checks; `none` says which has not: then nothing of `rest` was worked. */
export const actionPath = {
  id: ACTION_PATH.id,
  whole: leftOut(ACTION_PATH, 'Every action that is given has its checks.'),
  none: (none: string, rest: readonly About[]): SkipResult[] => [
    leftOut(ACTION_PATH, none, true),
    ...rest.map((x) => leftOut(x, 'Not checked: an action of this combination has no path.')),
  ],
};
export const unloaded = (about: About): SkipResult => leftOut(about, NOTHING);

/** Demand against resistance, in N and mm; without resistance there is no utilisation and the check fails at any load. */
export const strengthOf = (
  { id, title, clause, part }: About,
  demand: number,
  resistance: number,
  unit: UnitId,
  utilisation: number | null,
  multiple: number,
): StrengthResult => ({
  type: 'strength',
  id,
  title,
  clause,
  part,
  demand,
  resistance,
  unit,
  utilisation,
  multiple,
  pass: utilisation !== null && utilisation <= 1,
});

export interface Extra {
  readonly where?: string;
  readonly info?: boolean;
  /** Where it is not demand over resistance. */
  readonly utilisation?: number;
  /** Where the check does not grow with the load in proportion. */
  readonly multiple?: number;
  /** Where it does not fail by its utilisation: it is then told in another way. */
  readonly pass?: boolean;
}

/** A table of checks by their ids. */
export type Table<Id extends string> = Readonly<Record<Id, Omit<About, 'id'>>>;

/** Collects what the checks of one combination answer, where they are worked together and not one by one. */
export class Results<Id extends string> {
  readonly list: CheckResult[] = [];
  readonly notes: string[] = [];
  constructor(
    protected readonly table: Table<Id>,
    /** Which part of the load these are of; empty for the whole. */
    private readonly suffix = '',
  ) {}

  private about(id: Id): About {
    const { title, clause, part } = this.table[id];
    return { id, title, clause, part };
  }

  /** What else the user is told of this combination. */
  note(words: () => string): void {
    this.notes.push(words());
  }

  /** A reason in words, without its capital and its stop. */
  skip(id: Id, reason: string): void {
    this.list.push(leftOut(this.about(id), `${reason[0]!.toUpperCase()}${reason.slice(1)}.`));
  }

  /** It applies and could not be made: `needs` says what is missing. */
  missing(id: Id, needs: string): void {
    this.list.push(leftOut(this.about(id), needs, true));
  }

  value(id: Id, value: number, unit: UnitId, text: string): void {
    this.list.push({ type: 'value', ...this.about(id), value, unit, text });
  }

  /** Demand against resistance, in N and mm; without resistance the utilisation is null. Returns the utilisation, a large one for null. */
  strength(id: Id, demand: number, resistance: number, unit: UnitId, extra: Extra = {}): number {
    if (demand === 0 && !extra.info) {
      this.idle(id);
      return 0;
    }
    const u = resistance > 0 ? (extra.utilisation ?? demand / resistance) : null;
    // Without resistance at this load there may be some at a smaller one: then the check says at which.
    const multiple = Math.min(extra.multiple ?? (u === null ? 0 : u > 0 ? 1 / u : FAR), FAR);
    this.found(id, demand, resistance, unit, u, multiple, extra.pass ?? (u !== null && u <= 1), extra);
    return u ?? 999;
  }

  /** Nothing of this combination loads it. */
  protected idle(id: Id): void {
    this.list.push(unloaded(this.about(id)));
  }

  protected found(
    id: Id,
    demand: number,
    resistance: number,
    unit: UnitId,
    u: number | null,
    multiple: number,
    pass: boolean,
    extra: Extra,
  ): void {
    const where = this.suffix ? [extra.where, this.suffix].filter(Boolean).join(', ') : (extra.where ?? '');
    // Filled in place: copying with spreads is most of the cost of a result.
    const found: { -readonly [K in keyof StrengthResult]: StrengthResult[K] } = strengthOf(
      this.about(id),
      demand,
      Math.max(0, resistance),
      unit,
      u,
      multiple,
    );
    if (where) found.where = where;
    if (extra.info) found.info = true;
    found.pass = pass;
    this.list.push(found);
  }
}

/** Keeps of the same answers only what gives first, and makes no result and no words. */
export class Foremost<Id extends string> extends Results<Id> {
  private first: { readonly id: Id; readonly multiple: number } | null = null;
  private passes = true;
  private lacks = false;
  private slowest = 0;

  /** `curved` are checks whose multiples are known no further than a factor on the load. */
  constructor(
    table: Table<Id>,
    private readonly curved: ReadonlySet<string>,
  ) {
    super(table);
  }

  override note(): void {}
  override skip(): void {}
  override value(): void {}
  override missing(): void {
    this.lacks = true;
  }

  protected override idle(): void {}
  protected override found(
    id: Id,
    _demand: number,
    _resistance: number,
    _unit: UnitId,
    _u: number | null,
    multiple: number,
    pass: boolean,
    { info }: Extra,
  ): void {
    if (info) return;
    this.passes &&= pass;
    if (!this.first || multiple < this.first.multiple) this.first = { id, multiple };
    if (this.curved.has(id)) this.slowest = Math.max(this.slowest, multiple);
  }

  /** Null where a check lacks something, or where the multiple of one of `curved` lies beyond `known`. */
  least(known: number): Least | null {
    if (this.lacks || this.slowest > known) return null;
    const { first, passes } = this;
    return { first: first && { ...first, title: this.table[first.id].title }, passes };
  }
}
