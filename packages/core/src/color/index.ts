export * from './absorbance-band';
export * from './card';
export * from './card-interval';
export * from './cie-observer';
export * from './vial-color';
