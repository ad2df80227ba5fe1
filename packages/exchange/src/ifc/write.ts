import {
  lineOf,
  multipleText,
  STATE_WORDS,
  supportSpan,
  type JobDocument,
  type Piece,
  type Solid,
  type Vector,
} from '@ample/core';
import type { ShopJoint } from '../shop/files.ts';
import { Shapes, type Extrusion } from './shapes.ts';
import { DERIVED, globalId, Step, STEP_END, stepHead, Typed, Whole, Word, type Arg, type Ref } from './step.ts';

/** Joints stand in rows: the model of a job without places of its own, mm apart. */
const APART = 4000;
const IN_A_ROW = 20;

/** A joint whose elements are being made. */
interface Assembly {
  readonly mark: string;
  readonly placement: Ref;
  readonly parts: Ref[];
}

/** Millimetres, square and cubic metres, radians, kilograms. */
function unitsOf(step: Step): Ref {
  const unit = (type: string, prefix: string | null, name: string): Ref =>
    step.add('IFCSIUNIT', DERIVED, new Word(type), prefix === null ? null : new Word(prefix), new Word(name));
  return step.add('IFCUNITASSIGNMENT', [
    unit('LENGTHUNIT', 'MILLI', 'METRE'),
    unit('AREAUNIT', null, 'SQUARE_METRE'),
    unit('VOLUMEUNIT', null, 'CUBIC_METRE'),
    unit('PLANEANGLEUNIT', null, 'RADIAN'),
    unit('MASSUNIT', 'KILO', 'GRAM'),
  ]);
}

/** A model of joints in IFC 4 (ISO 16739-1), in millimetres, written joint by joint: `head`, then each joint, then `end`. */
export class IfcModel {
  private readonly step = new Step();
  private readonly key: string;
  private readonly shapes: Shapes;
  private readonly storey: Ref;
  private readonly placed: Ref;
  private readonly assemblies: Ref[] = [];
  private readonly materials = new Map<string, { readonly ref: Ref; readonly of: Ref[] }>();
  private at = 0;

  constructor(
    private readonly job: JobDocument,
    private readonly date: string,
  ) {
    const { step } = this;
    this.key = `${job.number} ${job.name}`;
    const axes = step.once('IFCAXIS2PLACEMENT3D', step.once('IFCCARTESIANPOINT', [0, 0, 0]), null, null);
    const context = step.add('IFCGEOMETRICREPRESENTATIONCONTEXT', null, 'Model', new Whole(3), 1e-5, axes, null);
    const derived = [DERIVED, DERIVED, DERIVED, DERIVED];
    const view = [context, null, new Word('MODEL_VIEW'), null];
    this.shapes = new Shapes(step, step.add('IFCGEOMETRICREPRESENTATIONSUBCONTEXT', 'Body', 'Model', ...derived, ...view));
    this.placed = step.add('IFCLOCALPLACEMENT', null, axes);
    const project = step.add('IFCPROJECT', this.id('project'), null, job.name, null, null, null, null, [context], unitsOf(step));
    const space = [null, null, this.placed, null, null, new Word('ELEMENT')];
    const building = step.add('IFCBUILDING', this.id('building'), null, job.name, ...space, null, null, null);
    this.storey = step.add('IFCBUILDINGSTOREY', this.id('storey'), null, 'Joints', ...space, 0);
    step.add('IFCRELAGGREGATES', this.id('project', 'parts'), null, null, null, project, [building]);
    step.add('IFCRELAGGREGATES', this.id('building', 'parts'), null, null, null, building, [this.storey]);
  }

  head(): string {
    return stepHead(`${this.key}.ifc`, this.date) + this.step.take();
  }

  /** One joint: an assembly of its members, plates, bolts, welds, anchors and concrete, with how it stands. */
  joint(joint: ShopJoint): void {
    const { step } = this;
    const { mark, built } = joint;
    const place: Vector = [(this.at % IN_A_ROW) * APART, -Math.floor(this.at / IN_A_ROW) * APART, 0];
    this.at += 1;
    const axes = step.add('IFCAXIS2PLACEMENT3D', this.shapes.point3(place), null, null);
    const into: Assembly = { mark, placement: step.add('IFCLOCALPLACEMENT', this.placed, axes), parts: [] };
    this.members(into, built.solid);
    this.plates(into, built.solid, built.shop.pieces);
    this.fasteners(into, built.solid);
    this.prisms(into, built.solid);
    const assembly = step.add(
      'IFCELEMENTASSEMBLY',
      this.id(mark),
      ...[null, mark, null, 'Joint', into.placement, null, mark],
      new Word('FACTORY'),
      new Word('USERDEFINED'),
    );
    step.add('IFCRELAGGREGATES', this.id(mark, 'parts'), null, null, null, assembly, into.parts);
    this.properties(joint, assembly);
    this.assemblies.push(assembly);
  }

  /** One element of an assembly; `last`: what its type has beside what all have. */
  private element(
    { mark, placement, parts }: Assembly,
    type: string,
    { part, name, tag = null }: { readonly part: string; readonly name: string; readonly tag?: string | null },
    shape: readonly Extrusion[],
    last: readonly Arg[],
  ): Ref {
    const at = this.step.add('IFCLOCALPLACEMENT', placement, this.origin());
    const ref = this.step.add(type, this.id(mark, part), null, name, null, null, at, this.shapes.shape(shape), tag, ...last);
    parts.push(ref);
    return ref;
  }

  private members(into: Assembly, solid: Solid): void {
    const span = supportSpan(solid);
    for (const m of solid.members) {
      // What a beam is joined to stands up, but for the web of another beam and the other half of a splice.
      const stands = m.id === 'column' || (m.place !== undefined && m.place.type !== 'beam_web');
      const [type, word] = stands ? ['IFCCOLUMN', 'COLUMN'] : ['IFCBEAM', 'BEAM'];
      const ref = this.element(into, type!, { part: m.id, name: m.label }, [this.shapes.member(m, span)], [new Word(word!)]);
      this.material(m.grade, ref);
      this.cut(into, ref, m.id, this.shapes.memberCuts(m));
    }
  }

  private plates(into: Assembly, { plates }: Solid, pieces: readonly Piece[]): void {
    // Pieces that are alike have one mark.
    const marks = new Map(pieces.flatMap((p) => p.all.map((id) => [id, p.mark])));
    for (const p of plates) {
      const named = { part: p.id, name: p.label, tag: `${into.mark}-${marks.get(p.id) ?? ''}` };
      const ref = this.element(into, 'IFCPLATE', named, [this.shapes.plate(p)], [new Word('SHEET')]);
      this.material(p.grade, ref);
      const holes = p.holes.map((h) => this.shapes.plateHole(p, h));
      this.cut(into, ref, p.id, holes);
    }
  }

  private fasteners(into: Assembly, { bolts, anchors = [], welds }: Solid): void {
    const one = (
      what: string,
      i: number,
      f: { d: number; length: number; cls: string },
      shape: Extrusion[],
      word: string,
    ): void =>
      this.material(
        f.cls,
        this.element(into, 'IFCMECHANICALFASTENER', { part: `${what} ${i}`, name: `${what} ${f.d}x${f.length}` }, shape, [
          f.d,
          f.length,
          new Word(word),
        ]),
      );
    bolts.forEach((b, i) => one('bolt', i, b, this.shapes.bolt(b), 'BOLT'));
    anchors.forEach((a, i) => one('anchor', i, a, this.shapes.anchor(a), 'ANCHORBOLT'));
    welds.forEach((w, i) => {
      const name = `Fillet, leg ${Math.round(w.leg * 10) / 10}`;
      this.element(into, 'IFCFASTENER', { part: `weld ${i}`, name }, [this.shapes.weld(w)], [new Word('WELD')]);
    });
  }

  private prisms(into: Assembly, { prisms = [] }: Solid): void {
    for (const p of prisms) {
      const [type, word] = p.look === 'concrete' ? ['IFCFOOTING', 'PAD_FOOTING'] : ['IFCBUILDINGELEMENTPROXY', 'ELEMENT'];
      this.element(into, type!, { part: p.id, name: p.label }, [this.shapes.prism(p)], [new Word(word!)]);
    }
  }

  /** The lines that were made since the last call. */
  take(): string {
    return this.step.take();
  }

  end(): string {
    if (this.assemblies.length)
      this.step.add('IFCRELCONTAINEDINSPATIALSTRUCTURE', this.id('contained'), null, null, null, this.assemblies, this.storey);
    for (const [name, { ref, of }] of this.materials)
      this.step.add('IFCRELASSOCIATESMATERIAL', this.id('material', name), null, null, null, of, ref);
    return this.step.take() + STEP_END;
  }

  private id(...names: string[]): string {
    return globalId(this.key, ...names);
  }
  private origin(): Ref {
    return this.step.once('IFCAXIS2PLACEMENT3D', this.shapes.point3([0, 0, 0]), null, null);
  }
  private material(name: string, of: Ref): void {
    const known = this.materials.get(name);
    if (known) known.of.push(of);
    else this.materials.set(name, { ref: this.step.add('IFCMATERIAL', name, null, null), of: [of] });
  }
  /** Openings in an element. */
  private cut({ mark, placement }: Assembly, element: Ref, part: string, cuts: readonly Extrusion[]): void {
    cuts.forEach((c, i) => {
      const at = this.step.add('IFCLOCALPLACEMENT', placement, this.origin());
      const own = [null, null, null, null, at, this.shapes.shape([c]), null, new Word('OPENING')];
      const opening = this.step.add('IFCOPENINGELEMENT', this.id(mark, part, `opening ${i}`), ...own);
      this.step.add('IFCRELVOIDSELEMENT', this.id(mark, part, `voids ${i}`), null, null, null, element, opening);
    });
  }
  private properties({ mark, built, report, acted }: ShopJoint, assembly: Ref): void {
    const worst = report.combinations[report.worst];
    const multiple = worst?.first?.multiple;
    const values: [string, string, string | number | null | undefined][] = [
      ['Mark', 'IFCLABEL', mark],
      ['State', 'IFCLABEL', STATE_WORDS[report.state]],
      ['Verdict', 'IFCTEXT', report.verdict],
      ['Utilisation', 'IFCREAL', multiple && Number.isFinite(multiple) ? 1 / multiple : null],
      ['LoadMultiple', 'IFCLABEL', multipleText(multiple ?? null)],
      ['FirstToGive', 'IFCLABEL', worst?.first?.title],
      ['Combination', 'IFCLABEL', worst?.combination.name],
      ['DetailLine', 'IFCTEXT', lineOf(acted, this.job)],
      ['Standard', 'IFCLABEL', built.basis.standard.id],
    ];
    const list = values.flatMap(([name, type, value]) =>
      value === null || value === undefined || value === ''
        ? []
        : [this.step.add('IFCPROPERTYSINGLEVALUE', name, null, new Typed(type, value), null)],
    );
    const set = this.step.add('IFCPROPERTYSET', this.id(mark, 'properties'), null, 'AmpleGusset_Joint', null, list);
    this.step.add('IFCRELDEFINESBYPROPERTIES', this.id(mark, 'has properties'), null, null, null, [assembly], set);
  }
}
