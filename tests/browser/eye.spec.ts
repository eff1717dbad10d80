import type { Page } from '@playwright/test'
import { dialPicture, type DialFace, type DialTaking } from '../../core/standin/dialPicture'
import type { BenchHold } from '../../shared/leaktest/hold/holdView'
import type { JobView } from '../../shared/views'
import { hissSound } from '../../core/standin/hissSound'
import { uTubePicture } from '../../core/standin/uTubePicture'
import { browserHearing, browserSeeing } from '../support/fakeCamera'
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

test('both limbs of a U-tube before a phone’s camera', async ({ context, demo }) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Beach tractor, saddle tank')
  const post = (path: string, data: object) =>
    context.request.post(`${demo.url}/api/${path}`, { data }).then(async answer => {
      expect(answer.ok(), `${path}: ${await answer.text()}`).toBe(true)
    })
  const id = await setUpHold(post, job, 'camera', 2000)
  const [width, height] = [640, 480]
  // The limbs and marks stand where the set-up’s points are to begin with: half a metre between the marks.
  const limb = {
    width,
    height,
    foot: [0.5 * width, 0.9 * height] as const,
    top: [0.5 * width, 0.1 * height] as const,
    bore: 18,
    water: [70, 130, 190] as const,
    perspective: 0,
    blur: 0.8,
    noise: 3,
    light: 0.95,
    seed: 1,
  }
  const shareAt = (metres: number) => 0.125 + 1.5 * metres
  const pascals = 2000
  const apart = pascals / (998.2 * 9.80665)
  function* tube() {
    for (let k = 0; k < 8; k++)
      yield uTubePicture({ ...limb, seed: 2 * k + 1 }, 0.2 * width, shareAt(0.25 - apart / 2), shareAt(0.25 + apart / 2))
  }
  const phone = await browserSeeing(tube(), 2)
  try {
    await enter(phone.context, demo, 'oda')
    const eye = await phone.context.newPage()
    await eye.goto(`${demo.url}/bench/eye/${id}`)
    await eye.getByRole('button', { name: 'Start the camera' }).click()
    await eye.getByRole('button', { name: 'It stands well: take the picture' }).click()
    await eye.getByRole('button', { name: 'A column in a tube' }).click()
    await eye.getByLabel('A U-tube: both limbs are read').click()
    await eye.getByRole('button', { name: 'Read this picture' }).click()
    await expect(eye.getByTestId('first-reading')).toHaveText(/^(1\.99|2\.0)\d*\s?kPa$|^2\s?kPa$/)
    await eye.getByRole('button', { name: 'That is what it shows' }).click()
    await post(`holds/${id}/step`, { to: 'settling' })
    await expect(eye.getByText(/[3-9] readings are in the hold/)).toBeVisible({ timeout: 40_000 })
    const { rows } = await demo.query(`select pressure, noise from reading where hold_id = '${id}'`)
    // A millimetre of water is ten pascals.
    for (const { pressure } of rows as { pressure: number }[]) expect(Math.abs(pressure - pascals)).toBeLessThan(10)
  } finally {
    await phone.close()
  }
})

test('a hiss is heard along the parts, and the loudest becomes a find by ear; the phone tells how far it leans', async ({
  context,
  demo,
}) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Beach tractor, saddle tank')
  const rate = 48_000
  // The room for five seconds, then gas that escapes close by for six, and less of it for the rest.
  const hissAt = (t: number) => (t < 6 ? 0 : t < 14 ? 0.05 : t < 22 ? 0.012 : 0)
  const phone = await browserHearing(hissSound({ rate, length: 26, room: 0.004, voice: 0.1, hissAt, seed: 4 }), rate)
  try {
    await enter(phone.context, demo, 'oda')
    const page = await phone.context.newPage()
    await page.goto(`${demo.url}/jobs/${job.id}/look`)
    const done = page.getByRole('button', { name: 'All of this is done' })
    const begin = page.getByRole('button', { name: 'All of that is there: begin' })
    await expect(done.or(begin)).toBeVisible()
    if (await done.isVisible()) await done.click()
    await page.getByRole('button', { name: 'Fuel in, by level' }).click()

    // Lying on the tank, screen up: nine degrees to one side.
    const sensors = await phone.context.newCDPSession(page)
    await page.getByRole('button', { name: 'Measure with this phone' }).click()
    await sensors.send('DeviceOrientation.setDeviceOrientationOverride', { alpha: 0, beta: 9, gamma: 0 })
    await expect(page.getByTestId('tilt')).toHaveText('9.0°')
    await page.getByRole('button', { name: /^Keep 9/ }).click()
    await expect(page.getByLabel('Leans by, if it does')).toHaveValue('9')
    await expect(page.getByText(/of the height at the left end/)).toBeVisible()

    await page.getByRole('button', { name: 'Listening', exact: true }).click()
    await page.getByRole('button', { name: 'All of this is done' }).click()
    await page.getByRole('button', { name: 'All of that is there: begin' }).click()
    await page.getByRole('button', { name: 'Listen along the parts' }).click()
    await expect(page.getByText('Listening to the room')).toBeVisible()
    await expect(page.getByText('It hisses here.')).toBeVisible({ timeout: 20_000 })
    const parts = page.getByRole('list', { name: 'Route' }).getByRole('button')
    const first = (await parts.first().locator('span').nth(1).innerText()).trim()
    // On to the next, where it is fainter.
    await expect(page.getByText('It hisses here.')).toBeVisible()
    await page.waitForTimeout(7000)
    await parts.nth(1).click()
    await page.waitForTimeout(4000)
    await page.getByRole('button', { name: 'Stop listening' }).click()
    const heard = page.getByRole('button', { name: /^It was heard at/ })
    await expect(heard).toContainText(new RegExp(first, 'i'))
    await heard.click()
    await page.getByRole('button', { name: 'Record the leak' }).click()
    await expect(page.getByRole('button', { name: 'Record the leak' })).toBeHidden()
    const after = (await (await context.request.get(`${demo.url}/api/jobs/${job.id}`)).json()) as JobView
    const find = after.finds.at(-1)!
    expect(find.seen).toBe('hisses')
    expect(find.note).toMatch(/Heard by a phone, \d+ dB above the room/)
    expect(find.note).toMatch(/dB more than the next of 2 parts|not told from the next/)
  } finally {
    await phone.close()
  }
})
