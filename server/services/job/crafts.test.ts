import { listCrafts } from './crafts'
import { openJob } from './jobs'
import { newJobForm, openTestShop, testActor } from '../ground/testShop'

let shop: Awaited<ReturnType<typeof openTestShop>>
beforeAll(async () => {
  shop = await openTestShop()
  const technician = await testActor()
  const day = Date.UTC(2026, 3, 1)
  const visits = ['Punt 10', 'Punt 1', ...Array.from({ length: 9 }, (_, i) => `Tug ${i}`), '50 % _off_', 'Tug 3']
  for (const [i, craftName] of visits.entries())
    await openJob(technician(new Date(day + i * 3_600_000)), newJobForm({ craftName }))
  await openJob(technician(new Date(day - 3_600_000)), newJobForm({ craftName: 'Punt 1', tankName: 'day tank' }))
}, 60_000)
afterAll(() => shop.close())
const names = async (words?: string) => (await listCrafts(words)).map(craft => craft.name)

describe('crafts offered for a new complaint', () => {
  it('are the latest eight, each once', async () => {
    expect(await names()).toEqual(['Tug 3', '50 % _off_', 'Tug 8', 'Tug 7', 'Tug 6', 'Tug 5', 'Tug 4', 'Tug 2'])
  })
  it('are found by a part of the name, the one that is called so first', async () => {
    expect(await names(' punt 1 ')).toEqual(['Punt 1', 'Punt 10'])
    expect(await names('PUNT')).toEqual(['Punt 1', 'Punt 10'])
    expect(await names('nothing like it')).toEqual([])
  })
  it('take what is typed as letters, not as a pattern', async () => {
    expect(await names('%')).toEqual(['50 % _off_'])
    expect(await names('_')).toEqual(['50 % _off_'])
    expect(await names("'; drop table craft; --")).toEqual([])
  })
  it('bring all their tanks, the latest first', async () => {
    const [punt] = await listCrafts('punt 1')
    expect(punt!.tanks.map(tank => tank.name)).toEqual(['fuel tank', 'day tank'])
  })
})
