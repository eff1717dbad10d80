import { bay } from '../../services/bay/bay'

export default signedInRoute('read', null, ({ event, actor }) => {
  const [words, after] = [askedIn(event, 'words'), askedIn(event, 'after')]
  return bay({ closed: askedIn(event, 'closed') === '1', ...(words && { words }), ...(after && { after }) }, +actor.now)
})
