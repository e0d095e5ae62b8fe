import { type Tube, testRoleLabel } from '@hedge-lamp/core/bench';

/**
 * What is other about a tube than a test as its leaflet asks: "repeat", "diluted 5 times".
 * @param place where its water comes from, when not from where the run says
 */
export const sampleWords = ({ test }: Tube, place?: string): string[] => [
  ...(test.role === 'test' ? [] : [testRoleLabel[test.role].toLowerCase()]),
  ...(test.dilution === 1 ? [] : [`diluted ${test.dilution} times`]),
  ...(test.sampleTimes === 1 ? [] : [`${test.sampleTimes} times the sample`]),
  ...(place ? [place] : []),
];
