import { isOthersPractice } from '../services/practice/practiceJobs'

const ofJob = /^\/api\/(?:practice\/)?jobs\/([0-9a-f-]{36})(?:\/|$)/i

/** Somebody's practice is theirs alone: for everybody else it is not there. What is changed is looked at once more by the change. */
export default defineEventHandler(async event => {
  const [, jobId] = ofJob.exec(getRequestURL(event).pathname) ?? []
  if (!jobId || !isUuid(jobId)) return
  const caller = await callerOf(event)
  if (!caller || !(await isOthersPractice(caller.id, jobId))) return
  const message = 'There is no such job. It may have been opened by somebody else in Practice.'
  throw createError({ statusCode: 404, statusMessage: 'refused', message, data: { message, fields: {} } })
})
