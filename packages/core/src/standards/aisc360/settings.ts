/** What AISC 360 leaves to the office or the job. */
export interface Aisc360Settings {
  readonly electrode: '60' | '70' | '80';
  /** Eccentric groups of bolts by the instantaneous centre, or elastic. */
  readonly bolt_groups: 'instantaneous' | 'elastic';
  /** Deformation at bolt holes under service load is a concern: 2.4 and 1.2, else 3.0 and 1.5. */
  readonly deformation: boolean;
  /** Fillets count the direction of their force where all of a joint run alike. */
  readonly directional: boolean;
  /** The beam may end so much short of its dimension, mm. */
  readonly underrun: number;
  readonly configuration: 'auto' | 'conventional' | 'extended';
  /** A pulled row of a base bends the whole width of its plate, or what spreads from each rod at 45 degrees. */
  readonly base_spread: 'width' | '45';
  /** End plates that carry moment are thick enough for the moment that acts, or for the full strength of their bolts. */
  readonly plate_basis: 'demand' | 'bolt';
  /** The analysis of the frame counts the deformation of panel zones. */
  readonly panel_deformation: boolean;
  /** Unpainted weathering steel: closer spacing. */
  readonly exposed: boolean;
}
export const aiscSettings = ({ settings }: { readonly settings: object }): Aisc360Settings =>
  settings as unknown as Aisc360Settings;
/** Load and resistance factor design; else allowable strength design. */
export const isLrfd = ({ set }: { readonly set: string }): boolean => set === 'LRFD';
