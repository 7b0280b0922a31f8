export * from './nodeGallery';
