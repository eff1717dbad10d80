import type { H3Event } from 'h3'
import type { AnyObject, ObjectSchema } from 'yup'
import { entryKind, type EntryForm, type EntryKindKey } from '#shared/record/kinds'
import { append } from '../../../services/record/append'
import { Refusal } from '../../../services/ground/refusal'

/** Addresses of before every entry had one, for what still waits in a browser or is sent by a page that is open since then. */
const earlierWords: Record<string, EntryKindKey> = {
  'answers': 'answer',
  'approvals': 'approval',
  'cards': 'card',
  'choices': 'choice',
  'drained': 'drained',
  'finds': 'find',
  'hot-work': 'hot-work',
  'new-tank': 'new-tank',
  'outcomes': 'outcome',
  'probes': 'probe',
  'proof': 'proof',
  'purchases': 'purchase',
  'repairs': 'repair',
  'rig-finds': 'rig-find',
  'runs': 'run',
  'strikes': 'strike',
  'strips': 'strip',
  'touches': 'touch',
  'unholdable': 'unholdable',
  'weighings': 'weighing',
}

/** @throws Refusal 404 */
function kindIn(event: H3Event): EntryKindKey {
  const word = getRouterParam(event, 'word') ?? ''
  const kind = Object.hasOwn(earlierWords, word) ? earlierWords[word] : undefined
  if (!kind) throw new Refusal(404, 'There is nothing at this address.')
  return kind
}

export default signedInRoute(
  'work',
  event => entryKind(kindIn(event)).schema as ObjectSchema<AnyObject>,
  ({ event, actor, id, body }) => append(kindIn(event), actor, id(), body as EntryForm<EntryKindKey>),
)
