import pg from 'pg'
import { openTestShop } from '../../services/ground/testShop'
import { moved, putShop, takeShop, type KeptShop } from './keptShop'

describe('a kept shop that is put in later', () => {
  const HOUR = 3_600_000
  test('has every time moved, inside of facts too, and nothing else', () => {
    const row = {
      at: '2026-03-01T09:30:00.25+00:00',
      until: null,
      number: 3,
      volume: 0.12,
      facts: { clock: { anchoredAt: 1_772_357_400_000, speed: 600 }, says: ['2026-03-01T09:30:00Z', '2026-03-01', 'Hold 2'] },
    }
    expect(moved(row, HOUR)).toEqual({
      at: '2026-03-01T10:30:00.250Z',
      until: null,
      number: 3,
      volume: 0.12,
      facts: {
        clock: { anchoredAt: 1_772_361_000_000, speed: 600 },
        says: ['2026-03-01T10:30:00.000Z', '2026-03-01', 'Hold 2'],
      },
    })
  })
  test('is there whole, as long ago as it was, and what comes after it gets numbers of its own', async () => {
    const at = Date.parse('2026-03-01T09:30:00Z')
    const person = {
      id: '6f2c1f0e-6f0b-4a57-8a8e-2b1f6f9f0a01',
      login: 'finn',
      name: 'Finn Calder',
      role: 'technician',
      password_hash: '-',
      preferences: {},
      authorities: [],
      created_at: '2026-03-01T08:30:00+00:00',
    }
    const line = {
      id: 7,
      at: '2026-03-01T09:00:00+00:00',
      person_id: person.id,
      job_id: null,
      verb: 'signed in',
      subject_id: null,
      detail: {},
    }
    const shop: KeptShop = {
      at,
      tables: [
        { name: 'person', rows: [person] },
        { name: 'trail', rows: [line] },
      ],
    }
    const open = await openTestShop(undefined, 'real')
    const client = new pg.Client({ connectionString: process.env.DATABASE_URL })
    await client.connect()
    try {
      await putShop(client, shop, at + HOUR)
      const { tables } = await takeShop(client, at + HOUR)
      const rows = (name: string) => tables.find(table => table.name === name)?.rows
      expect(rows('person')).toEqual([expect.objectContaining({ login: 'finn', created_at: '2026-03-01T09:30:00+00:00' })])
      expect(rows('trail')).toEqual([expect.objectContaining({ id: 7, at: '2026-03-01T10:00:00+00:00' })])
      const { rows: next } = await client.query(
        `insert into trail (at, verb, detail) values (now(), 'looked', '{}') returning id`,
      )
      expect(Number((next[0] as { id: string }).id)).toBe(8)
    } finally {
      await client.end()
      await open.close()
    }
  })
})
