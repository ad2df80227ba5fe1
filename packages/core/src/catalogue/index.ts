export * from './anchors.ts';
export * from './angles.ts';
export * from './bolts.ts';
export * from './properties.ts';
export * from './search.ts';
export * from './sections.ts';
export * from './steels.ts';
export * from './us.ts';
