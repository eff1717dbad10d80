import { lowerFirst } from '#core/words/words'
import { jobStanding } from '#shared/jobEntries'
import type { BayPage, JobView } from '#shared/views'

const ROWS = 6

const escaped = (text: string) =>
  text.replace(/[&<>"]/g, each => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[each]!)

const sheet = (id: string, title: string, line: string, rest: string) =>
  `<li class="sheet"><a href="/jobs/${escaped(id)}"><b>${escaped(title)}</b><br><span class="soft">${escaped(line)}</span><p>${escaped(rest)}</p></a></li>`

/** The frame of every page, so that what is drawn stands where the program will draw it. */
const framed = (inside: string) =>
  `<!--drawn--><div class="drawn" role="status" aria-busy="true"><div class="drawn-rail"></div><div class="page">${inside}</div></div><!--/drawn-->`

/** The first rows of the Bay as a page that runs nothing: to be read and tapped while the program is on its way. */
export function drawnBay({ rows, open }: Pick<BayPage, 'rows' | 'open'>): string {
  const list = rows
    .slice(0, ROWS)
    .map(row => sheet(row.id, row.craft, `${row.tankName}, ${lowerFirst(row.material)}`, row.next.sentence))
  return framed(`<h1>${open} ${open === 1 ? 'tank' : 'tanks'} in</h1><ul class="space-y-3 mt-4">${list.join('')}</ul>`)
}

/** The head of a job likewise. @param now ms since 1970 */
export function drawnJob(job: JobView, now: number): string {
  const { next } = jobStanding(job, now)
  return framed(`<h1>${escaped(`${job.craft.name} · ${job.tankName}`)}</h1><p class="mt-1">${escaped(next.sentence)}</p>`)
}
