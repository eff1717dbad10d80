import { importJob, planImport } from '../../services/archive/importJob'
import { Refusal } from '../../services/ground/refusal'

/** Largest archive that is taken, bytes. */
const MOST_BYTES = 100_000_000

export default signedInRoute('work', null, async ({ event, actor }) => {
  const sure = askedIn(event, 'sure')
  const file = await boundedBody(
    event,
    MOST_BYTES,
    size => new Refusal(413, `This file has ${Math.round(size / 1e6)} MB; an archive of a job has up to 100 MB.`),
  )
  return sure ? importJob(actor, file, sure) : planImport(file, actor.now)
})
