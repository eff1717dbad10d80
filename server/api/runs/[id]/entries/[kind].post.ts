import { isRunKind, runEntrySchemas, type RunEntryForm, type RunKind } from '#shared/repair/runEntries'
import type { AnyObject, ObjectSchema } from 'yup'
import type { H3Event } from 'h3'
import { recordRunEntry } from '../../../../services/repair/runs'
import { Refusal } from '../../../../services/shop/refusal'

function kindIn(event: H3Event): RunKind {
  const kind = getRouterParam(event, 'kind') ?? ''
  if (!isRunKind(kind)) throw new Refusal(404, 'There is nothing of that kind to record in a repair.')
  return kind
}

export default signedInRoute(
  'work',
  event => runEntrySchemas[kindIn(event)] as unknown as ObjectSchema<AnyObject>,
  ({ event, actor, id, body }) => recordRunEntry(actor, id(), kindIn(event), body as RunEntryForm<RunKind>),
)
