import { cautionsSchema } from '#shared/schemas/job'
import { readCautions } from '../../../services/jobs'

export default signedInRoute('work', cautionsSchema, ({ actor, id, body }) => readCautions(actor, id(), body.cautions))
