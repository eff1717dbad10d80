import { entrySchemaOf, recordEntry } from '../../../../services/bench/recordEntry'

export default signedInRoute(
  'work',
  event => entrySchemaOf(uuidIn(event, 'id'), getRouterParam(event, 'entry') ?? ''),
  ({ event, actor, id, body }) =>
    recordEntry(actor, id(), getRouterParam(event, 'entry') ?? '', body as unknown as { id: string }),
)
