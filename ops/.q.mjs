import { page, go, find, b, errs } from './.p.mjs'
const v = find('van')
await go(`/jobs/${v}/circuit?change=1`, 'map', async p => {
  await p.getByRole('tab', { name: 'Valves and joints' }).click()
  await p.getByRole('button', { name: 'Add a valve' }).click()
  await p.waitForTimeout(300)
})
await go(`/jobs/${v}/safe`, 'safe')
await go(`/jobs/${v}/strip`, 'strip')
await go(`/jobs/${v}/strip?on=1`, 'rebuild')
await go('/jobs/new', 'new', async p => {
  await p.getByLabel('Craft').first().fill('la')
  await p.waitForTimeout(800)
})
console.log(errs.slice(0, 5))
await b.close()
