import * as echarts from 'echarts'
import { estimateHold } from '../core/hold/estimateHold'
import type { HoldEstimate } from '../core/hold/holdEstimate'
import type { HoldSetup, Reading } from '../core/hold/holdSetup'
import { pressureAhead } from '../core/hold/ahead/pressureAhead'
import { standardFromThroughput, throughputFromStandard } from '../core/quantity/standardLeakRate'
import { standInTank, tame } from '../core/standin/standInTank'

/**
 * The hold of docs/hold.md that fools who reckons with a leak and settling gas alone: fuel evaporates in a tank that was said to be
 * aired, and holds the pressure up while it leaks.
 */
const LEAK = throughputFromStandard(1.2)
const setup: HoldSetup = {
  method: 'pressure-decay',
  space: { volume: 0.018, wallGive: 0 },
  volumeUncertainty: 0.00036,
  wallGiveUncertainty: 0,
  gauge: { resolution: 10, noise: 6 },
  temperatureChangeUncertainty: 0.05,
  barometerChangeUncertainty: 10,
  testPressure: 5000,
  limit: throughputFromStandard(0.5),
  rigLeak: 0,
  rigLeakUncertainty: 0,
}
const told: HoldSetup = { ...setup, surroundings: { place: 'indoors', wall: 'metal', inside: 'aired' } }

const tank = () =>
  standInTank({
    seed: 8,
    space: setup.space,
    leaks: [{ law: 'viscous', rate: LEAK, referencePressure: 5000 }],
    startPressure: 5000,
    pumpWarmth: 0.6,
    settleTime: 110,
    unruly: { ...tame, vapour: { rise: 350, time: 1500 } },
    skin: { start: 291, drift: 0.1, swing: 0, swingPeriod: 3600, wander: 0.02 },
    weather: { start: 101_000, drift: 10, wander: 0 },
    gauge: { resolution: 10, noise: 6, drift: 0 },
    thermometer: { resolution: 0.05, noise: 0.02, drift: 0 },
    barometer: { resolution: 10, noise: 4, drift: 0 },
  })

function plainReadings(): Reading[] {
  const own = tank()
  return Array.from({ length: 241 }, (_, k) => own.readAt(10 * k))
}

/** The same tank watched without pressure for eight minutes before and after. */
function bracketedReadings(): Reading[] {
  const own = tank()
  const moves: Record<number, [event: string, move: () => void]> = {
    0: ['closed at room pressure', () => own.vent(0)],
    480: ['pumped', () => own.topUp(480)],
    1920: ['topped up', () => own.topUp(1920)],
    2220: ['vented and closed', () => own.vent(2220)],
  }
  return Array.from({ length: 271 }, (_, k) => {
    const move = moves[10 * k]
    move?.[1]()
    return { ...own.readAt(10 * k), ...(move && { event: move[0] }) }
  })
}

const rate = (throughput: number) => standardFromThroughput(throughput).toFixed(2)
const said = ({ verdict, leakRate, above95, below95, signs = [] }: HoldEstimate) =>
  `${verdict}, ${rate(leakRate)} mL/min (${rate(above95)} to ${rate(below95)})${signs.length ? `, “${signs.join('”, “')}”` : ''}`

const plain = plainReadings()
const bracketed = bracketedReadings()

/** What each way of looking says of it. */
export const fooled = {
  before: estimateHold(setup, plain),
  after: estimateHold(told, plain),
  bracketed: estimateHold(told, bracketed),
}
/** The lines of the page. */
export const fooledLines = [
  `| leak and settling gas alone | ${said(fooled.before)} |`,
  `| with what real tanks do besides | ${said(fooled.after)} |`,
  `| bracketed, the same tank | ${said(fooled.bracketed)} |`,
]

const INK = '#1c2023'
const SOFT = '#565f65'
const HAIR = '#d4d8da'
const SEALED = '#0f6f5c'

/** The picture of it, SVG. */
export function fooledPicture(): string {
  const chart = echarts.init(null, null, { renderer: 'svg', ssr: true, width: 900, height: 420 })
  const points = (readings: readonly Reading[]) => readings.map(({ t, pressure }) => [t / 60, pressure / 1000])
  const text = { color: SOFT, fontFamily: 'sans-serif', fontSize: 13 }
  const atLimit = pressureAhead(setup, plain[60]!, setup.limit, 2400).map(({ t, pressure }) => [t / 60, pressure / 1000])
  const axis = (gridIndex: number, most: number) => ({
    gridIndex,
    type: 'value' as const,
    min: 0,
    max: most,
    splitLine: { show: false },
    axisLabel: { ...text, formatter: '{value} min' },
  })
  const height = (gridIndex: number, min: number, max: number) => ({
    gridIndex,
    type: 'value' as const,
    min,
    max,
    axisLabel: { ...text, formatter: (value: number) => value.toFixed(1) },
    splitLine: { lineStyle: { color: HAIR } },
  })
  const dots = (index: number, readings: readonly Reading[]) => ({
    type: 'scatter' as const,
    xAxisIndex: index,
    yAxisIndex: index,
    symbolSize: 3,
    itemStyle: { color: INK },
    data: points(readings),
    animation: false,
  })
  const title = (words: string, left: number) => ({
    text: words,
    left,
    top: 8,
    textStyle: { ...text, color: INK, fontSize: 14, lineHeight: 19 },
  })
  chart.setOption({
    backgroundColor: '#fafbfa',
    title: [
      title(
        `A plain hold, kPa. It leaks ${rate(LEAK)} mL/min; the limit is ${rate(setup.limit)}.\nLeak and settling alone: ${fooled.before.verdict}. With the rest: ${fooled.after.verdict}.`,
        20,
      ),
      title(`The same tank, bracketed: ${fooled.bracketed.verdict}.\nThe blanks show what rises by itself.`, 500),
    ],
    grid: [
      { left: 60, top: 76, width: 390, height: 290 },
      { left: 520, top: 76, width: 350, height: 290 },
    ],
    xAxis: [axis(0, 40), axis(1, 45)],
    yAxis: [height(0, 4.5, 5.1), height(1, -0.5, 5.5)],
    series: [
      dots(0, plain),
      {
        type: 'line',
        symbol: 'none',
        data: atLimit,
        lineStyle: { color: SEALED, width: 2, type: 'dashed' },
        animation: false,
        endLabel: { show: true, formatter: 'at the limit', color: SEALED, offset: [-86, 14] },
      },
      dots(1, bracketed),
    ],
  })
  const svg = chart.renderToSVGString()
  chart.dispose()
  return svg
}

if (process.argv[1]?.endsWith('fooledHold.ts')) process.stdout.write(`${fooledPicture()}\n`)
