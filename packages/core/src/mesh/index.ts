export * from './bentMesh';
export * from './centerline';
export * from './deformation';
export * from './mesh';
export * from './outline';
export * from './softRegion';
export * from './regionStart';
export * from './weightEdits';
