import { instrumentSchemas, type InstrumentFacts } from '#shared/schemas/instruments'
import type { ObjectSchema } from 'yup'
import { recordInstrument } from '../../../../services/prove/instruments'

export default signedInRoute(
  'work',
  event => instrumentSchemas[instrumentKindIn(event)] as ObjectSchema<{ id: string; note: string }>,
  ({ event, actor, id, body: { id: entry, note, ...facts } }) =>
    recordInstrument(actor, id(), { id: entry, note, facts: { kind: instrumentKindIn(event), ...facts } as InstrumentFacts }),
)
