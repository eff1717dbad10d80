import type { H3Event } from 'h3'
import type { AnyObject, ObjectSchema } from 'yup'
import { entryKind, isEntryKind, type EntryForm, type EntryKindKey } from '#shared/record/kinds'
import type { SignatureForm } from '#shared/record/kinds/signature'
import { signJob } from '../../../../services/prove/signJob'
import { deedOf } from '../../../../services/record/entryDeed'
import { append } from '../../../../services/record/append'
import { Refusal } from '../../../../services/ground/refusal'

/** @throws Refusal 404 */
function kindIn(event: H3Event): EntryKindKey {
  const kind = getRouterParam(event, 'kind') ?? ''
  if (!isEntryKind(kind)) throw new Refusal(404, 'There is no such kind of entry.')
  return kind
}

export default signedInRoute(
  event => deedOf(getRouterParam(event, 'kind') ?? ''),
  event => entryKind(kindIn(event)).schema as ObjectSchema<AnyObject>,
  ({ event, actor, id, body }) => {
    const kind = kindIn(event)
    return kind === 'signature'
      ? signJob({ verify: verifyPassword }, actor, id(), body as SignatureForm)
      : append(kind, actor, id(), body as EntryForm<typeof kind>)
  },
)
