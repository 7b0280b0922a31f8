export * from './passRecorder';
export * from './recording';
export * from './recordingFile';
export * from './takeClip';
export * from './takeEdits';
export * from './passPieces';
