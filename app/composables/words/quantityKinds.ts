/** The quantities that people read and type, each with a unit of its own. */
export const quantityKinds = [
  'pressure',
  'pressureStep',
  'volume',
  'temperature',
  'temperatureChange',
  'weather',
  'rate',
  'length',
  'hours',
  'smallVolume',
  'volts',
  'density',
  'hole',
  'flow',
  'mass',
  'thread',
  'share',
  'area',
  'count',
  'give',
] as const
export type QuantityKind = (typeof quantityKinds)[number]
