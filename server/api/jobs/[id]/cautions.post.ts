import { cautionsSchema } from '#shared/schemas/safety'
import { readCautions } from '../../../services/safe/safety'

export default signedInRoute('work', cautionsSchema, ({ actor, id, body }) =>
  readCautions(actor, id(), body.cautions, body.act),
)
