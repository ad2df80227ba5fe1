import { lineOf, multipleText, piecesOf, STATE_WORDS, type JobDocument, type Solid, type Vector } from '@ample/core';
import type { ShopJoint } from '../shop/files.ts';
import { Shapes, type Extrusion } from './shapes.ts';
import { globalId, Step, STEP_END, stepHead, Typed, Word, type Ref } from './step.ts';

/** Joints stand in rows: the model of a job without places of its own, mm apart. */
const APART = 4000;
const IN_A_ROW = 20;

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
    const origin = step.once('IFCCARTESIANPOINT', [0, 0, 0]);
    const axes = step.once('IFCAXIS2PLACEMENT3D', origin, null, null);
    const context = step.add('IFCGEOMETRICREPRESENTATIONCONTEXT', null, 'Model', new Word('3'), 1e-5, axes, null);
    const body = step.add(
      'IFCGEOMETRICREPRESENTATIONSUBCONTEXT',
      'Body',
      'Model',
      new Word('*'),
      new Word('*'),
      new Word('*'),
      new Word('*'),
      context,
      null,
      new Word('MODEL_VIEW'),
      null,
    );
    this.shapes = new Shapes(step, body);
    const unit = (type: string, prefix: string | null, name: string): Ref =>
      step.add('IFCSIUNIT', new Word('*'), new Word(type), prefix === null ? null : new Word(prefix), new Word(name));
    const units = step.add('IFCUNITASSIGNMENT', [
      unit('LENGTHUNIT', 'MILLI', 'METRE'),
      unit('AREAUNIT', null, 'SQUARE_METRE'),
      unit('VOLUMEUNIT', null, 'CUBIC_METRE'),
      unit('PLANEANGLEUNIT', null, 'RADIAN'),
      unit('MASSUNIT', 'KILO', 'GRAM'),
    ]);
    const project = step.add('IFCPROJECT', this.id('project'), null, job.name, null, null, null, null, [context], units);
    this.placed = step.add('IFCLOCALPLACEMENT', null, axes);
    const building = step.add(
      'IFCBUILDING',
      this.id('building'),
      null,
      job.name,
      null,
      null,
      this.placed,
      null,
      null,
      new Word('ELEMENT'),
      null,
      null,
      null,
    );
    this.storey = step.add(
      'IFCBUILDINGSTOREY',
      this.id('storey'),
      null,
      'Joints',
      null,
      null,
      this.placed,
      null,
      null,
      new Word('ELEMENT'),
      0,
    );
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
    const { solid } = built;
    const place: Vector = [(this.at % IN_A_ROW) * APART, -Math.floor(this.at / IN_A_ROW) * APART, 0];
    this.at += 1;
    const placement = step.add(
      'IFCLOCALPLACEMENT',
      this.placed,
      step.add('IFCAXIS2PLACEMENT3D', this.shapes.point3(place), null, null),
    );
    const parts: Ref[] = [];
    const element = (
      type: string,
      part: string,
      name: string,
      shape: readonly Extrusion[],
      last: readonly (Word | number | null)[],
      tag = '',
    ): Ref => {
      const ref = step.add(
        type,
        this.id(mark, part),
        null,
        name,
        null,
        null,
        step.add('IFCLOCALPLACEMENT', placement, this.origin()),
        this.shapes.shape(shape),
        tag || null,
        ...last,
      );
      parts.push(ref);
      return ref;
    };
    const marks = this.marksOf(solid);
    const depth = solid.members.find((m) => m.id === 'beam')?.h ?? 0;
    for (const m of solid.members) {
      // What a beam is joined to stands up, but for the web of another beam and the other half of a splice.
      const stands = m.id === 'column' || (m.place !== undefined && m.place.type !== 'beam_web');
      const ref = element(
        stands ? 'IFCCOLUMN' : 'IFCBEAM',
        m.id,
        m.label,
        [this.shapes.member(m, depth)],
        [new Word(stands ? 'COLUMN' : 'BEAM')],
      );
      this.material(m.grade, ref);
      this.cut(ref, placement, mark, m.id, this.shapes.memberCuts(m));
    }
    for (const p of solid.plates) {
      const ref = element(
        'IFCPLATE',
        p.id,
        p.label,
        [this.shapes.plate(p)],
        [new Word('USERDEFINED')],
        `${mark}-${marks.get(p.id) ?? ''}`,
      );
      this.material(p.grade, ref);
      this.cut(
        ref,
        placement,
        mark,
        p.id,
        p.holes.map((h) => this.shapes.plateHole(p, h)),
      );
    }
    solid.bolts.forEach((b, i) =>
      this.material(
        b.cls,
        element('IFCMECHANICALFASTENER', `bolt ${i}`, `Bolt ${b.d}x${b.length}`, this.shapes.bolt(b), [
          b.d,
          b.length,
          new Word('BOLT'),
        ]),
      ),
    );
    (solid.anchors ?? []).forEach((a, i) =>
      this.material(
        a.cls,
        element('IFCMECHANICALFASTENER', `anchor ${i}`, `Anchor ${a.d}x${a.length}`, this.shapes.anchor(a), [
          a.d,
          a.length,
          new Word('ANCHORBOLT'),
        ]),
      ),
    );
    solid.welds.forEach((w, i) =>
      element(
        'IFCFASTENER',
        `weld ${i}`,
        `Fillet, leg ${Math.round(w.leg * 10) / 10}`,
        [this.shapes.weld(w)],
        [new Word('WELD')],
      ),
    );
    for (const p of solid.prisms ?? [])
      if (p.look === 'concrete') element('IFCFOOTING', p.id, p.label, [this.shapes.prism(p)], [new Word('PAD_FOOTING')]);
      else element('IFCBUILDINGELEMENTPROXY', p.id, p.label, [this.shapes.prism(p)], [new Word('ELEMENT')]);
    const assembly = step.add(
      'IFCELEMENTASSEMBLY',
      this.id(mark),
      null,
      mark,
      null,
      'Joint',
      placement,
      null,
      mark,
      new Word('FACTORY'),
      new Word('USERDEFINED'),
    );
    step.add('IFCRELAGGREGATES', this.id(mark, 'parts'), null, null, null, assembly, parts);
    this.properties(joint, assembly);
    this.assemblies.push(assembly);
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
  private cut(element: Ref, placement: Ref, mark: string, part: string, cuts: readonly Extrusion[]): void {
    cuts.forEach((c, i) => {
      const opening = this.step.add(
        'IFCOPENINGELEMENT',
        this.id(mark, part, `opening ${i}`),
        null,
        null,
        null,
        null,
        this.step.add('IFCLOCALPLACEMENT', placement, this.origin()),
        this.shapes.shape([c]),
        null,
        new Word('OPENING'),
      );
      this.step.add('IFCRELVOIDSELEMENT', this.id(mark, part, `voids ${i}`), null, null, null, element, opening);
    });
  }
  /** Mark of the piece that each plate is, by the plate's id; pieces that are alike have one. */
  private marksOf(solid: Solid): ReadonlyMap<string, string> {
    const found = new Map<string, string>();
    for (const p of piecesOf(solid)) for (const id of p.all) found.set(id, p.mark);
    return found;
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
