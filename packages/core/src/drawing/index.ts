export * from './items.ts';
export * from './dimensions.ts';
export * from './drawing.ts';
export * from './layers.ts';
export * from './overlay.ts';
export * from './papers.ts';
export * from './symbols.ts';
export * from './title.ts';
