export * from './items.ts';
export * from './dimensions.ts';
export * from './drawing.ts';
export * from './overlay.ts';
export * from './symbols.ts';
export * from './title.ts';
