import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type Browser, type BrowserContext } from '@playwright/test'
import { soundFile } from '../../core/standin/soundFile'
import { videoFile } from '../../core/standin/videoFile'

interface Frame {
  width: number
  height: number
  data: Uint8ClampedArray
}

/** A browser whose camera shows these frames over and over, from the first when a page starts it. */
export async function browserSeeing(frames: Iterable<Frame>, perSecond: number): Promise<FakeBrowser> {
  return browserWith('video', 'y4m', videoFile(frames, perSecond))
}

/** A browser whose microphone hears this over and over. @param rate samples a second */
export async function browserHearing(samples: Float64Array, rate: number): Promise<FakeBrowser> {
  return browserWith('audio', 'wav', soundFile(samples, rate))
}

export interface FakeBrowser {
  browser: Browser
  context: BrowserContext
  close: () => Promise<void>
}

async function browserWith(what: 'video' | 'audio', ending: string, bytes: Uint8Array): Promise<FakeBrowser> {
  const folder = await mkdtemp(join(tmpdir(), 'zinc-capture-'))
  const file = join(folder, `capture.${ending}`)
  await writeFile(file, bytes)
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--no-first-run',
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      '--autoplay-policy=no-user-gesture-required',
      `--use-file-for-fake-${what}-capture=${file}`,
    ],
  })
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    reducedMotion: 'reduce',
    serviceWorkers: 'block',
  })
  context.setDefaultTimeout(20_000)
  return {
    browser,
    context,
    async close() {
      await browser.close()
      await rm(folder, { recursive: true, force: true })
    },
  }
}
