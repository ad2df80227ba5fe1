/** A member that a model has at a joint. */
export interface MetMember {
  /** Name of its section in the catalogue or the job. */
  readonly section: string;
  readonly shape: string;
  /** Grade of the standard; absent where the model does not say one. */
  readonly grade?: string | undefined;
}

/** Members that meet in a model, so that each kind can say whether it joins them. */
export interface Met {
  /** What the end of the member is at: a column, the side of a beam, the end of another beam in its line, the ground. */
  readonly at: 'column' | 'beam' | 'end' | 'ground';
  /** Whose end it is. */
  readonly member: MetMember;
  readonly support?: MetMember | undefined;
  /** Side of a column that it comes to. */
  readonly face?: 'flange' | 'web' | 'hollow' | undefined;
  /** The end takes moments. */
  readonly moment: boolean;
  /** A like member comes to the opposite side. */
  readonly both: boolean;
  /** Top of the member below the top of the beam that carries it, mm. */
  readonly drop?: number | undefined;
  /** Degrees off square in its elevation, and in plan. */
  readonly slope?: number | undefined;
  readonly skew?: number | undefined;
}

/** Values of seeds, without those that are not known. */
export const seeded = (values: Readonly<Record<string, string | number | undefined>>): Record<string, string> =>
  Object.fromEntries(Object.entries(values).flatMap(([k, v]) => (v === undefined ? [] : [[k, String(v)] as const])));
