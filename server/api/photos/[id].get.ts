import { photoBytes } from '../../services/job/photos'

/** A photograph is never changed, only struck out; a browser that has it asks again all the same, so that an ended session ends it too. */
export default signedInRoute('read', null, async ({ event, id }) => {
  const small = askedIn(event, 'small') === '1'
  const etag = `"${id()}${small ? '-small' : ''}"`
  const bytes = await photoBytes(id(), small)
  setHeaders(event, { 'content-type': 'image/jpeg', 'cache-control': 'private, no-cache', etag })
  if (getHeader(event, 'if-none-match') !== etag) return bytes
  setResponseStatus(event, 304)
  return null
})
