export { drawnIn, SHOP_DEFAULTS, shopJoint, jointFiles, type OutFile } from './files.ts';
export * from './formats.ts';
export {
  drawingsPdf,
  exchangeText,
  modelOf,
  NothingToWrite,
  packageOf,
  partsOf,
  writeOut,
  type Beside,
  type OutOptions,
  type OutSource,
} from './out.ts';
export { freeName, writeZip, type Left, type Part } from './zip.ts';
export { bytesOf } from '../report/stream.ts';
