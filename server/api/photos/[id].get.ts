import { photoBytes } from '../../services/job/photos'

export default signedInRoute('read', null, async ({ event, id }) => {
  const bytes = await photoBytes(id(), getQuery(event).small === '1')
  // A photograph is never changed, only struck out.
  setHeaders(event, {
    'content-type': 'image/jpeg',
    'cache-control': 'private, max-age=31536000, immutable',
    'x-content-type-options': 'nosniff',
  })
  return bytes
})
