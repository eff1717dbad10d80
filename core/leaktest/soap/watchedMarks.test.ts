import { watchedMarks, type SoapEvent } from './watchedMarks'

const watch = (s: number, ...partIds: string[]): SoapEvent => ({ kind: 'watch', at: s * 1000, by: 'Finn', partIds })
const mark = (s: number, partId: string, seen: 'dry' | 'foams' | 'bubbles' | 'not reached'): SoapEvent => ({
  kind: 'mark',
  at: s * 1000,
  partId,
  mark: seen,
})
const said = (...events: SoapEvent[]) => watchedMarks(events).map(each => `${each.partId} ${each.mark}`)

describe('what a part showed in a walk', () => {
  test('dry counts after the whole watch and not a moment before', () => {
    expect(said(watch(0, 'a'), mark(30, 'a', 'dry'))).toEqual(['a dry'])
    expect(said(watch(0, 'a'), mark(29.9, 'a', 'dry'))).toEqual(['a not watched'])
  })
  test('eight parts tapped dry in a row say nothing', () => {
    const parts = [...'abcdefgh']
    const taps = parts.flatMap((part, i) => [watch(0.8 * i, part), mark(0.8 * (i + 1), part, 'dry')])
    expect(said(...taps)).toEqual(parts.map(part => `${part} not watched`))
  })
  test('without a watch it says nothing', () => {
    expect(said(mark(99, 'a', 'dry'))).toEqual(['a not watched'])
    expect(said(watch(0, 'b'), mark(99, 'a', 'dry'))).toEqual(['a not watched'])
  })
  test('three joints in view are one watch', () => {
    expect(said(watch(0, 'a', 'b', 'c'), mark(31, 'a', 'dry'), mark(32, 'b', 'dry'), mark(33, 'c', 'dry'))).toEqual([
      'a dry',
      'b dry',
      'c dry',
    ])
  })
  test('four begun one after the other are more than one person sees: the first is lost, another person has a view of their own', () => {
    const begun = [watch(0, 'a'), watch(1, 'b'), watch(2, 'c'), watch(3, 'd')]
    const marks = ['a', 'b', 'c', 'd'].map(part => mark(40, part, 'dry'))
    expect(said(...begun, ...marks)).toEqual(['a not watched', 'b dry', 'c dry', 'd dry'])
    const other = { ...watch(3, 'd'), by: 'Tove' } as SoapEvent
    expect(said(...begun.slice(0, 3), other, ...marks)).toEqual(['a dry', 'b dry', 'c dry', 'd dry'])
    // What has had its time is not lost by going on.
    expect(said(watch(0, 'a'), watch(30, 'b', 'c', 'd'), mark(61, 'a', 'dry'))).toEqual(['a dry'])
  })
  test('wetted again, the watch begins again', () => {
    expect(said(watch(0, 'a'), watch(25, 'a'), mark(40, 'a', 'dry'))).toEqual(['a not watched'])
  })
  test('a later look after the whole watch counts', () => {
    expect(said(watch(0, 'a'), mark(5, 'a', 'dry'), mark(31, 'a', 'dry'))).toEqual(['a dry'])
  })
  test('foam counts at once, and is not unseen by a dry look of the same walk', () => {
    expect(said(mark(1, 'a', 'foams'), watch(2, 'a'), mark(60, 'a', 'dry'))).toEqual(['a foams'])
    expect(said(mark(1, 'a', 'foams'), mark(2, 'a', 'bubbles'))).toEqual(['a bubbles'])
  })
  test('how long it was watched is told', () => {
    expect(watchedMarks([watch(1, 'a'), mark(41, 'a', 'dry'), mark(42, 'b', 'not reached')])).toEqual([
      { partId: 'a', mark: 'dry', at: 41_000, watched: 40 },
      { partId: 'b', mark: 'not reached', at: 42_000, watched: 0 },
    ])
  })
})
