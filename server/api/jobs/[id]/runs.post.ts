import { runSchema } from '#shared/repair/runEntries'
import { beginRun } from '../../../services/repair/runs'

export default signedInRoute('work', runSchema, ({ actor, id, body }) => beginRun(actor, id(), body))
