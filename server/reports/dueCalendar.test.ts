import { dueCalendar } from './dueCalendar'

test('an event a bell, its text kept from breaking the format', () => {
  const text = dueCalendar(
    [
      {
        id: '00000000-0000-4000-8000-000000000001',
        jobId: 'j',
        kind: 'look',
        subjectId: 's',
        title: 'Brine Lark; look again\nEND:VCALENDAR',
        detail: 'a week, after filling up',
        dueAt: Date.UTC(2026, 10, 28, 9),
        rungAt: null,
      },
    ],
    new Date(Date.UTC(2026, 10, 27)),
  )
  const lines = text.split('\r\n')
  expect(lines.filter(line => line === 'END:VCALENDAR')).toHaveLength(1)
  expect(lines.filter(line => line === 'BEGIN:VEVENT')).toHaveLength(1)
  expect(lines).toContain('DTSTART:20261128T090000Z')
  expect(lines).toContain('UID:00000000-0000-4000-8000-000000000001@zinc-bell')
  expect(text).toContain('SUMMARY:Brine Lark\\; look again\\nEND:VCALENDAR')
  for (const line of lines) expect(line.length).toBeLessThanOrEqual(76)
})

test('an empty rope is a calendar without events', () => {
  expect(dueCalendar([], new Date())).toContain('BEGIN:VCALENDAR')
})
