/** All that people record in a repair that is made stage by stage. */
export const runKinds = [
  'tick',
  'mix',
  'vacuum',
  'done',
  'skip',
  'back',
  'mishap',
  'pause',
  'resume',
  'abandon',
  'speed',
] as const
export type RunKind = (typeof runKinds)[number]
