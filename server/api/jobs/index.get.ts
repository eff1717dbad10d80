import { bay } from '../../services/bay/bay'

export default signedInRoute('read', null, ({ event, actor, gone }) => {
  const { closed, words, after } = getQuery(event)
  return bay(
    { closed: closed === '1', ...(typeof words === 'string' && { words }), ...(typeof after === 'string' && { after }) },
    +actor.now,
    gone,
  )
})
