export * from './analyse.ts';
export { bucklingWords, type BucklingMode } from './buckling.ts';
export { colourAt, GRADIENT } from './colours.ts';
export { fieldModelOf } from './detail.ts';
export type { Measure, MeasureKind } from './measures.ts';
export { filletStrength, readFieldModel, type FieldModel } from './model.ts';
export { SHOWN, type DrawnBolt, type DrawnWelds, type FieldPicture, type Shown } from './picture.ts';
export * from './picture-words.ts';
export * from './use.ts';
