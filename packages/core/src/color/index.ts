export * from './absorbance-band';
export * from './card';
export * from './card-interval';
export * from './cie-observer';
export * from './reagent-chemistry';
export * from './vial-color';
