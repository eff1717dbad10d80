import { questionOf } from '../../core/practice/questions/questions'
import { causeOf, causes } from '../../core/complaint/causes'
import { hypothesesOf } from '../../core/complaint/hypotheses'
import { huntOf, situationAtFirst, type Hunt } from '../../core/practice/hunt'
import { curveOf } from '../../core/practice/curve'
import { enter, expect, test } from '../support/test'
import type { CurveView, QuestionView } from '../../shared/practice'

test('a question is missed and comes back after days; a curve is judged, and nobody else sees how', async ({
  page,
  context,
  demo,
}) => {
  await enter(context, demo, 'finn')
  const asked = page.waitForResponse(answer => answer.url().endsWith('/api/practice/question'))
  await page.goto(`${demo.url}/practice`)
  const { topic, seed, choices } = (await (await asked).json()) as QuestionView
  const { right } = questionOf(topic, seed)
  await expect(page.getByText('About 12 make ten minutes')).toBeVisible()
  const wrong = choices.findIndex(({ key }) => key !== right)
  await page.keyboard.press(String(wrong + 1))
  await expect(page.getByText('Not so.')).toBeVisible()
  await expect(page.getByText(/It comes back/)).toBeVisible()
  await expect(page.getByText('1 of about 12 today')).toBeVisible()
  await page.keyboard.press('n')
  await expect(page.getByText('Not so.')).toBeHidden()

  // Days later it is the first that is asked.
  await demo.query(`update practice_card set due_at = now() - interval '1 minute'`)
  await page.reload()
  await expect(page.getByText('One that you missed comes back now')).toBeVisible()
  await expect(page.getByText('missed before')).toBeVisible()
  const again = choices.findIndex(({ key }) => key === right)
  await page.getByRole('listitem').filter({ hasText: choices[again]!.words }).getByRole('button').click()
  await expect(page.getByText('So it is.')).toBeVisible()

  const drawn = page.waitForResponse(answer => answer.url().endsWith('/api/practice/curve'))
  await page.getByRole('button', { name: 'Curves' }).click()
  const curve = (await (await drawn).json()) as CurveView
  await expect(page.getByRole('heading', { name: 'Is it tight?' })).toBeVisible()
  const word = { 'sealed': 'Sealed', 'leaking': 'Leaking', 'cannot-tell': 'Cannot tell' }[curveOf(curve.seed).right]
  await page.getByRole('group', { name: 'What it is' }).getByRole('button', { name: word }).click()
  await page.getByRole('button', { name: '95 %' }).click()
  await page.getByRole('button', { name: 'That is what I say' }).click()
  await expect(page.getByText('So it is.')).toBeVisible()
  await expect(page.getByText('When you say 95 %, you are right in 100 % of 1.')).toBeVisible()
  await expect(page.getByText('Who is safe on what')).toHaveCount(0)
  expect((await context.request.get(`${demo.url}/api/practice/people`)).status()).toBe(403)

  await context.clearCookies()
  await enter(context, demo, 'oda')
  await page.goto(`${demo.url}/practice`)
  await expect(page.getByText('About 12 make ten minutes')).toBeVisible()
  const finn = page.getByRole('listitem').filter({ hasText: 'Finn' })
  await expect(finn.getByText(/Safe on 0 of 5/)).toBeVisible()
})

test('a hunt is lost by buying first, and told; another is won', async ({ page, context, demo }) => {
  await enter(context, demo, 'finn')
  const begun = async (): Promise<Hunt> => {
    await page.goto(`${demo.url}/practice?of=hunts`)
    await page.getByRole('button', { name: 'Begin a hunt' }).click()
    await expect(page.getByRole('heading', { name: 'Look where' })).toBeVisible()
    const { rows } = await demo.query('select seed from practice_hunt order by began_at desc limit 1')
    return huntOf((rows[0] as { seed: number }).seed)
  }
  const mend = async (name: string) => {
    await page.getByRole('button', { name: 'I know what it is' }).click()
    await page.getByRole('list', { name: 'Suspects' }).getByRole('button', { name, exact: true }).click()
  }
  const lost = await begun()
  const bought = causes.find(
    ({ key, buy }) =>
      buy.length > 0 &&
      !lost.faults.some(({ cause }) => cause === key) &&
      hypothesesOf(situationAtFirst(lost)).some(({ cause }) => cause?.key === key),
  )!
  await mend(bought.name)
  await expect(page.getByText('1 bought in vain')).toBeVisible({ timeout: 30_000 })
  await expect(page.getByText('It was not it.')).toBeVisible()
  // It stays where it was left.
  await page.reload()
  await expect(page.getByText('It was not it.')).toBeVisible()
  await page.getByRole('button', { name: 'Give up, and tell me' }).click()
  await expect(page.getByRole('heading', { name: 'Given up' })).toBeVisible({ timeout: 30_000 })
  await expect(page.getByText(/It was mended on a chance of|a look at the thing itself/).first()).toBeVisible()
  await expect(page.getByText('The best way found').first()).toBeVisible()

  const won = await begun()
  await page.getByRole('list', { name: 'Checks' }).getByRole('button').first().click()
  await expect(page.getByText('Nothing yet.')).toBeHidden()
  for (const { cause } of won.faults) await mend(causeOf(cause!).name)
  await expect(page.getByRole('heading', { name: 'It is mended' })).toBeVisible({ timeout: 30_000 })
  await page.getByRole('link', { name: 'Practice, hunts' }).click()
  await expect(page.getByText(/mended after \d+ min/)).toBeVisible()
  await expect(page.getByText(/given up after \d+ min/)).toBeVisible()
})
