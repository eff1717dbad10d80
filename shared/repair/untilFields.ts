import { line, momentOrNull } from '../schemas/fields'

/** What only gets it home has a day, a reason, and when it may be used again. */
export const untilFields = {
  /** ms; null where it is for good */
  until: momentOrNull('Until when'),
  untilReason: line('Why only for now', 300)
    .default('')
    .when('until', {
      is: (until: unknown) => typeof until === 'number',
      then: schema => schema.required('Say why it is only for now.'),
    }),
  notUsedUntil: line('Not to be used until', 160).default(''),
}
