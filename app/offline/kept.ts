/** Says of an answer that it comes from before, and when it came; ms since 1970. */
export const KEPT_AT = 'x-zinc-kept-at'
/** Whose page asks. */
export const PERSON = 'x-zinc-person'

/** What is kept for a time without a network: the jobs, the tests that run, and what their pages need. */
const kept = [
  /^\/api\/me$/,
  /^\/api\/jobs$/,
  /^\/api\/jobs\/[\w-]+$/,
  /^\/api\/holds\/[\w-]+(\/readings|\/curve)?$/,
  /^\/api\/(bells|bench|kit|materials|figures|temperatures|held|shop|people|crafts)$/,
]
export const keptPath = (path: string): boolean => kept.some(each => each.test(path))

/** Whether a request ends somebody's stay at a device: what it kept of theirs goes. */
export const leavesDevice = (method: string, path: string): boolean =>
  (path === '/api/session' && (method === 'DELETE' || method === 'POST')) ||
  (method === 'POST' && /^\/api\/session\/(code|switch|lock)$/.test(path))
