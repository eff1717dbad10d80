import type { H3Event } from 'h3'
import type { AnyObject, AnyObjectSchema, ObjectSchema } from 'yup'
import type { RunKind } from '#core/record/runKinds'
import { isRunKind, runEntrySchemas } from '#shared/record/kinds/runActs'
import { append } from '../../../../services/record/append'
import { jobOfEntry } from '../../../../services/record/entryRows'
import { Refusal } from '../../../../services/ground/refusal'

/** @throws Refusal 404 */
function kindIn(event: H3Event): RunKind {
  const kind = getRouterParam(event, 'kind') ?? ''
  if (!isRunKind(kind)) throw new Refusal(404, 'There is nothing of that kind to record in a repair.')
  return kind
}

/** The address of before every entry had one, for what still waits in a browser or is sent by a page that is open since then. */
export default signedInRoute(
  'work',
  event => (runEntrySchemas[kindIn(event)] as AnyObjectSchema).omit(['runId']) as ObjectSchema<AnyObject>,
  async ({ event, actor, id, body }) =>
    append(`run-${kindIn(event)}`, actor, await jobOfEntry(id()), { ...body, runId: id() } as never),
)
