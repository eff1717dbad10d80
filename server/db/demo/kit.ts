import { throughputFromStandard } from '../../../core/quantity/standardLeakRate'
import { standInTank, tame } from '../../../core/standin/standInTank'
import type { KitItemForm } from '../../../shared/schemas/kit'
import type { Actor } from '../../services/ground/change'
import { checkRig, saveKitItem } from '../../services/shelf/kit'
import { demoId } from './shop'

const DAY = 86_400_000

/** The workshop's test kit: one gauge past its calibration, one rig checked, one not. @returns ids of those that holds use */
export async function demoKit(actor: (at: Date) => Actor, at: Date, now: number) {
  const add = async (name: string, facts: KitItemForm['facts'] | object, calibrated?: { ago: number; due: number }) => {
    const id = demoId(`kit ${name}`)
    await saveKitItem(actor(at), {
      id,
      name,
      facts: facts as KitItemForm['facts'],
      retired: false,
      calibratedAt: calibrated ? now - calibrated.ago * DAY : null,
      calibrationDue: calibrated ? now + calibrated.due * DAY : null,
    })
    return id
  }
  const digital = await add('Grey digital', { kind: 'gauge', resolution: 10, noise: 6 }, { ago: 120, due: 245 })
  await add('Fine digital', { kind: 'gauge', resolution: 1, noise: 1 }, { ago: 40, due: 325 })
  await add('Round dial', { kind: 'gauge', resolution: 100, noise: 30 }, { ago: 380, due: -15 })
  const thermometer = await add('Skin probe', { kind: 'thermometer', drift: 0.05 }, { ago: 60, due: 305 })
  const barometer = await add('Shed barometer', { kind: 'barometer', drift: 10 })
  const rig = await add('Short rig', { kind: 'rig', volume: 35e-6 })
  await add('Long rig with tee', { kind: 'rig', volume: 120e-6 })
  await add('Syringe', { kind: 'pump', stroke: 100e-6, strokeUncertainty: 1e-6 })
  await add('Litre bottle', {
    kind: 'bottle',
    volume: 0.001,
    resolution: 1,
    noise: 1,
    leakDoubt: throughputFromStandard(0.002),
  })
  const pressure = 5000
  const tank = standInTank({
    seed: 12,
    space: { volume: 35e-6, wallGive: 0 },
    leaks: [{ law: 'viscous', rate: throughputFromStandard(0.021), referencePressure: pressure }],
    startPressure: pressure,
    pumpWarmth: 0,
    settleTime: 60,
    unruly: tame,
    skin: { start: 290, drift: 0.1, swing: 0, swingPeriod: 3600, wander: 0 },
    weather: { start: 101_000, drift: 10, wander: 0 },
    gauge: { resolution: 10, noise: 6, drift: 0 },
    thermometer: null,
    barometer: null,
  })
  await checkRig(actor(at), rig, {
    id: demoId('rig check'),
    pressure,
    gaugeId: digital,
    readings: Array.from({ length: 13 }, (_, k) => tank.readAt(k * 20)),
    simulated: true,
  })
  return { digital, thermometer, barometer, rig }
}
