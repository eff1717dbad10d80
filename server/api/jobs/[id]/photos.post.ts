import { keepPhoto, MOST_PHOTO_BYTES, tooLarge } from '../../../services/job/photos'
import { Refusal } from '../../../services/ground/refusal'

export default signedInRoute('work', null, async ({ event, actor, id }) => {
  const [photoId, drawnOn] = [askedIn(event, 'id'), askedIn(event, 'drawnOn')]
  if (!isUuid(photoId)) throw new Refusal(422, 'The photograph has no id.', { id: 'The photograph has no id.' })
  const file = await boundedBody(event, MOST_PHOTO_BYTES, tooLarge)
  return keepPhoto(actor, id(), { id: photoId, drawnOn: isUuid(drawnOn) ? drawnOn : null, file })
})
