import type { Page } from '@playwright/test'

export interface Interactive {
  /** ms until anything but a blank page was painted */
  drawn: number
  /** ms from the start of the navigation until what is waited for is there */
  shown: number
  /** ms until the last task of the main thread that held it longer than 50 ms had ended, with five quiet seconds after it */
  quiet: number
  /** ms of the main thread over 50 ms each, from when it is shown */
  blocked: number
}

/**
 * How soon a page answers a finger, on a processor that is slowed down.
 * Source: the definition of Time to Interactive (first contentful paint, then a window of five seconds without a long task; Long
 * Tasks API, W3C).
 * @param shown a selector of what is to be there
 */
export async function interactive(page: Page, url: string, shown: string, slowdown: number): Promise<Interactive> {
  const session = await page.context().newCDPSession(page)
  await session.send('Emulation.setCPUThrottlingRate', { rate: slowdown })
  // As text: what a compiler adds to a function is not there in the page.
  await page.addInitScript(`{
    const state = (globalThis.measured = { shown: 0, tasks: [] })
    new PerformanceObserver(list => {
      for (const each of list.getEntries()) state.tasks.push([each.startTime, each.startTime + each.duration])
    }).observe({ type: 'longtask', buffered: true })
    const look = () => {
      if (document.querySelector(${JSON.stringify(shown)})) state.shown = performance.now()
      else requestAnimationFrame(look)
    }
    requestAnimationFrame(look)
  }`)
  await page.goto(url)
  await page.locator(shown).first().waitFor()
  await page.waitForTimeout(6000)
  const { shown: at, tasks } = await page.evaluate(
    () => (globalThis as unknown as { measured: { shown: number; tasks: [number, number][] } }).measured,
  )
  let quiet = at
  for (const [from, to] of tasks) if (from - quiet < 5000) quiet = Math.max(quiet, to)
  const blocked = tasks
    .filter(([, to]) => to > at)
    .reduce((sum, [from, to]) => sum + Math.max(0, to - Math.max(from, at) - 50), 0)
  const drawn = await page.evaluate(() => performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0)
  return { drawn, shown: at, quiet, blocked }
}
