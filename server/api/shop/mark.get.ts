import { shopMark } from '../../services/prove/letterhead'

export default signedInRoute('read', null, async ({ event }) => {
  setHeader(event, 'Content-Type', 'image/png')
  return shopMark()
})
