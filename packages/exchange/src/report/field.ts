import { basisOf, Refusal, type JobDocument, type JointDocument, type Units } from '@ample/core';
import {
  besideHand,
  buckledPicture,
  bucklingWords,
  counterpartWords,
  eventWords,
  sizeWords,
  filletStrength,
  jointField,
  jointModel,
  meshEffect,
  notComputed,
  partUses,
  STOPS,
  worstOf,
  type FieldModel,
  type FieldState,
  type JointField,
} from '@ample/core/field';
import { fieldPicture, fieldViews } from './field-picture.ts';
import { MUTED, type Paper } from './paper.ts';

/** Most parts, events and lines of a table. */
const MOST = 40;

/**
 * The plate analysis of a joint under the combination that gives first: what stops it, beside the hand method, use of each part, pictures, and how the
 * model was made. It is worked here and takes seconds to minutes. A joint that can't be analysed says why.
 */
export function fieldPages(page: Paper, joint: JointDocument, job: JobDocument): void {
  const { units } = basisOf(job, joint.settings);
  page.heading('Plate analysis');
  let found: { readonly fine: JointField; readonly coarse: JointField; readonly model: FieldModel };
  try {
    const { model } = jointModel(joint, job);
    found = {
      model,
      coarse: jointField(joint, job, { preview: true }),
      fine: jointField(joint, job, { pictures: true, buckling: true }),
    };
  } catch (e) {
    if (!(e instanceof Refusal)) throw e;
    return page.paragraph(`Not analysed. ${e.message}`, { size: 9 });
  }
  const { fine, coarse, model } = found;
  const { result } = fine;
  page.paragraph(`${fine.combination}. ${result.words}`);
  for (const said of [
    besideHand(fine),
    meshEffect(coarse.result.multiple, result.multiple).words,
    ...result.buckling.slice(0, 1).map(bucklingWords),
  ])
    if (said) page.paragraph(said, { size: 9 });
  page.paragraph('It stands beside the checks of the standard and replaces none of them: the verdict of the joint is theirs.', {
    size: 9,
    colour: MUTED,
  });
  const state = result.design ?? result.limit;
  if (state) pictures(page, fine, state, units);
  events(page, fine);
  if (!state) return;
  const uses = partUses(state);
  page.paragraph(`How much of each part is used, ${loadWords(state.lam)}:`, { size: 9 });
  page.table(
    [
      { title: 'Used', width: 0.12, align: 'right' },
      { title: 'Part', width: 0.48 },
      { title: 'Of', width: 0.4 },
    ],
    uses.slice(0, MOST).map((u) => [`${(100 * u.share).toFixed(0)} %`, u.part, u.of]),
    (row) => uses[row]!.share > 1.0005,
  );
  counterparts(page, fine, state.lam, units);
  const last = result.limit?.picture;
  if (last?.strain.some((x) => x > 0)) page.picture(fieldPicture(last, 'strain', loadWords(result.limit!.lam), units));
  page.heading('How the model was made');
  made(page, model, units);
  page.paragraph(
    `${sizeWords(result)}; reactions and loads differ by ${worstOf(state.balance).toExponential(1)} of the load. ${STOPS} ${notComputed(fine.absent)}`,
    { size: 9 },
  );
}

/** The state in space and on the drawing's views, and how it buckles where that matters. */
function pictures(page: Paper, { drawing, result }: JointField, state: FieldState, units: Units): void {
  const { picture } = state;
  if (!picture) return;
  page.picture(fieldPicture(picture, 'stress', loadWords(state.lam), units));
  const onViews = drawing && fieldViews({ ...state, picture }, drawing, 'stress', units);
  if (onViews) page.picture(onViews);
  const [mode] = result.buckling;
  if (mode?.shape && bucklingWords(mode))
    page.picture(
      fieldPicture(
        buckledPicture(picture, mode.shape),
        'stress',
        `as it buckles at ${mode.multiple.toFixed(1)} of the load`,
        units,
      ),
    );
}

const loadWords = (lam: number): string => `at ${lam.toFixed(2)} of the load`;

function events(page: Paper, { result, hand }: JointField): void {
  const all = [
    ...result.events.map((e) => ({ at: e.at, words: eventWords(e), stops: e.stops })),
    ...(hand ? [{ at: hand.multiple, words: `hand method: ${hand.title}`, stops: false }] : []),
  ].sort((a, b) => a.at - b.at);
  if (!all.length) return;
  page.table(
    [
      { title: 'Load multiple', width: 0.18, align: 'right' },
      { title: 'What happens', width: 0.82 },
    ],
    all.slice(0, MOST).map((e) => [e.at.toFixed(3), e.words]),
    (row) => all[row]!.stops,
  );
}

/** Checks that the analysis has too. */
function counterparts(page: Paper, { counterparts: list }: JointField, lam: number, units: Units): void {
  if (!list.length) return;
  page.paragraph(`Checks that the analysis has too, ${loadWords(lam)}:`, { size: 9 });
  page.table(
    [
      { title: 'Check', width: 0.3 },
      { title: 'By hand', width: 0.12, align: 'right' },
      { title: 'Analysed', width: 0.12, align: 'right' },
      { title: 'Ratio', width: 0.08, align: 'right' },
      { title: 'Of, and why they differ', width: 0.38 },
    ],
    list
      .slice(0, MOST)
      .map((c) => [
        c.title,
        ...counterpartWords(c, units),
        c.ratio?.toFixed(2) ?? '–',
        [c.part, c.why].filter(Boolean).join('; '),
      ]),
  );
}

/** Plates, bolts, welds and bed with the values that they have. */
function made(page: Paper, model: FieldModel, units: Units): void {
  const force = (F: number): string => units.quantity(Math.round(F / 10) * 10, 'kN');
  const length = (x: number): string => units.length(Number(x.toFixed(1)));
  page.table(
    [
      { title: 'Plate', width: 0.5 },
      { title: `Thickness, ${units.name('mm')}`, width: 0.25, align: 'right' },
      { title: 'Yields at', width: 0.25, align: 'right' },
    ],
    model.plates
      .filter((p, i, all) => all.findIndex((q) => (q.called ?? q.name) === (p.called ?? p.name)) === i)
      .slice(0, MOST)
      .map((p) => [p.called ?? p.name, length(p.t), p.fy === null ? 'never' : units.quantity(Math.round(p.fy), 'MPa')]),
  );
  if (model.bolts.length)
    page.table(
      [
        { title: 'Bolt', width: 0.16 },
        { title: 'Tension', width: 0.2, align: 'right' },
        { title: 'Shear of a plane', width: 0.2, align: 'right' },
        { title: 'Through', width: 0.44 },
      ],
      model.bolts
        .slice(0, MOST)
        .map((b) => [
          b.name,
          `${force(b.F_t_Rd)}${b.concrete?.N === undefined ? '' : `; concrete ${force(b.concrete.N)}`}`,
          b.F_v_Rd === undefined
            ? 'none'
            : `${force(b.F_v_Rd)}${b.concrete?.V === undefined ? '' : `; concrete ${force(b.concrete.V)}`}`,
          b.plies.join(', '),
        ]),
    );
  const fillets = model.welds.filter((w) => w.type === 'fillet');
  if (fillets.length)
    page.table(
      [
        { title: 'Fillet', width: 0.6 },
        { title: `Throat, ${units.name('mm')}`, width: 0.2, align: 'right' },
        { title: 'Strength', width: 0.2, align: 'right' },
      ],
      fillets
        .filter((w, i, all) => all.findIndex((v) => v.name === w.name) === i)
        .slice(0, MOST)
        .map((w) => [w.name, length(w.throat!), units.quantity(Math.round(filletStrength(w)), 'MPa')]),
    );
  for (const b of model.beds)
    page.paragraph(
      `Bed under ${b.plate}: ${units.quantity(Number(b.k.toFixed(1)), 'N/mm3')}, up to ${units.quantity(Number((b.f ?? 0).toFixed(1)), 'MPa')}.`,
      { size: 9 },
    );
}
