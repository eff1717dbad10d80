import type { Page } from '@playwright/test'
import { dialPicture, type DialFace, type DialTaking } from '../../core/standin/dialPicture'
import type { BenchHold } from '../../shared/leaktest/hold/holdView'
import { browserSeeing } from '../support/fakeCamera'
import { setUpHold } from '../support/setUpHold'
import { enter, expect, jobOf, test } from '../support/test'

const face: DialFace = {
  face: [236, 234, 224],
  ink: [26, 26, 30],
  needle: [150, 24, 24],
  taper: [0.03, 0.008, 0.8],
  tail: 0.2,
  start: 0.75 * Math.PI,
  sweep: 1.5 * Math.PI,
  majors: 6,
  minors: 5,
  sector: 0,
  second: null,
}
const taking: DialTaking = {
  width: 480,
  height: 360,
  radius: 144,
  centre: [240, 180],
  tilt: 0.05,
  towards: 0.4,
  blur: 0.8,
  noise: 4,
  glare: 0,
  shade: 0.1,
  light: 0.95,
  hand: 0,
  seed: 1,
}
const FULL = 10_000
const A_SECOND = 2
/** s of video: it stands, it falls, and in the middle somebody reaches in. */
const STILL = 14
const FALLS = 50
const hand = { from: 34, to: 41 }

/** Pa that the dial shows after s of video: ×60, the tank loses half of it in an hour. */
const shownAt = (second: number) => 6900 * Math.exp(-Math.max(0, second - STILL) * 0.012)
function* video() {
  for (let k = 0; k < (STILL + FALLS) * A_SECOND; k++) {
    const second = k / A_SECOND
    const reached = second >= hand.from && second < hand.to ? 0.75 : 0
    yield dialPicture(face, { ...taking, seed: k + 1, hand: reached }, shownAt(second) / FULL).picture
  }
}

/** Puts a point of the set-up where it belongs in the picture, px of the frame. */
async function put(page: Page, handle: string, to: { x: number; y: number }) {
  const frame = page.getByLabel('The picture that it is set up in')
  const box = (await frame.boundingBox())!
  const scale = box.width / taking.width
  const point = page.locator(`[data-handle="${handle}"] .dot`)
  const from = (await point.boundingBox())!
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + to.x * scale, box.y + to.y * scale, { steps: 3 })
  await page.mouse.up()
}

test('a dial before a phone’s camera: from the square code to a verdict, a hand in front in the middle', async ({
  context,
  page,
  demo,
}) => {
  test.setTimeout(180_000)
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Beach tractor, saddle tank')
  const post = (path: string, data: object) =>
    context.request.post(`${demo.url}/api/${path}`, { data }).then(async answer => {
      expect(answer.ok(), `${path}: ${await answer.text()}`).toBe(true)
    })
  const id = await setUpHold(post, job, 'camera', 6900, { gaugeStick: 20 })
  await page.goto(`${demo.url}/bench/${id}`)
  const code = page.getByRole('link', { name: 'Read it with this phone' })
  await expect(page.getByAltText('Square code of the phone’s page')).toBeVisible()
  const address = (await code.getAttribute('href'))!

  const phone = await browserSeeing(video(), A_SECOND)
  try {
    await enter(phone.context, demo, 'oda')
    const eye = await phone.context.newPage()
    await eye.goto(`${demo.url}${address}`)
    await eye.getByRole('button', { name: 'Start the camera' }).click()
    await eye.getByRole('button', { name: 'It stands well: take the picture' }).click()
    const { at } = dialPicture(face, taking, 0)
    const along = (share: number) => face.start + share * face.sweep
    await put(eye, 'needle', at(along(shownAt(0) / FULL), 0.6))
    await put(eye, 'mark 0', at(along(0), 0.85))
    await put(eye, 'mark 1', at(along(1), 0.85))
    await eye.getByLabel('Mark 2 says').fill('10')
    await eye.getByRole('button', { name: 'Read this picture' }).click()
    await expect(eye.getByTestId('first-reading')).toHaveText(/^6\.[89]\d*\s?kPa$/)
    await eye.getByRole('button', { name: 'That is what it shows' }).click()
    await expect(eye.getByText('The hold has not been started')).toBeVisible()

    await page.getByRole('button', { name: 'Air is in, start' }).click()
    await post(`holds/${id}/speed`, { speed: 60 })
    await expect(eye.getByText('Left out: something is in front.')).toBeVisible({ timeout: 60_000 })
    await expect(page.getByText(/reads it$/)).toBeVisible()
    await expect(eye.getByText('Left out: something is in front.')).toBeHidden({ timeout: 30_000 })
    await expect(eye.getByText('Leaking.', { exact: true })).toBeVisible({ timeout: 60_000 })
    await eye.screenshot({ path: process.env.EYE_SHOT ?? 'test-results/eye.png' })
    await page.getByRole('button', { name: 'Stop', exact: false }).first().click()
    await page.getByRole('button', { name: 'Stop it' }).click()
    await expect(eye.getByText('This hold has ended.')).toBeVisible()

    const hold = (await (await context.request.get(`${demo.url}/api/holds/${id}`)).json()) as BenchHold
    expect(hold.estimate!.verdict).toBe('leaking')
    const { rows } = await demo.query(`select t, pressure, noise from reading where hold_id = '${id}' order by t`)
    expect(rows.length).toBeGreaterThan(6)
    for (const { pressure, noise } of rows as { pressure: number; noise: number }[]) {
      expect(noise).toBeGreaterThan(0)
      expect(noise).toBeLessThan(0.01 * FULL)
      // Nothing of the hand is in it: the needle was nowhere else.
      expect(pressure).toBeGreaterThan(shownAt(STILL + FALLS) - 0.01 * FULL)
      expect(pressure).toBeLessThan(6900 + 0.01 * FULL)
    }
  } finally {
    await phone.close()
  }
})
