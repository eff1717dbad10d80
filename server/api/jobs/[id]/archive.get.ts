import { exportJob } from '../../../services/archive/exportJob'

export default signedInRoute('read', null, async ({ event, actor, id }) => {
  const file = await exportJob(id(), actor.now)
  setHeader(event, 'Content-Type', 'application/zip')
  setHeader(event, 'Content-Disposition', `attachment; filename="job-${id()}.zip"`)
  return file
})
