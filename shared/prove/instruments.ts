import { byPressureSensor, troubleCode, type CodeClass } from '../../core/complaint/troubleCodes'
import { sensorIsTrue } from '../../core/leaktest/instrument/instrumentJudgements'
import { senderStandard } from '../../core/leaktest/instrument/senderStandards'
import { judgeSweep } from '../../core/leaktest/instrument/senderSweep'
import type { InstrumentFacts, InstrumentKind } from '../record/kinds/instruments'
import type { JobView } from '../views'

type Checked = Pick<JobView, 'instruments'>

/** The check of an instrument that counts: the latest that was not struck out. */
const latestCheck = <K extends InstrumentKind>(job: Checked, kind: K) =>
  job.instruments.findLast(each => !each.struck && each.facts.kind === kind) as
    (JobView['instruments'][number] & { facts: Extract<InstrumentFacts, { kind: K }> }) | undefined

/** Whether the tank pressure sensor gives its zero with the cap off; null where nobody measured it. */
export function pressureSensorIsTrue(job: Checked): boolean | null {
  const check = latestCheck(job, 'sensor')
  return check ? sensorIsTrue(check.facts.volts, check.facts.zero) : null
}

/** Classes of trouble codes that cannot be believed, since what they rest on is wrong. */
function doubted(job: Checked): readonly CodeClass[] {
  const sender = latestCheck(job, 'sender')
  const badSender =
    sender &&
    (sender.facts.floatFilled || judgeSweep(sender.facts.points, senderStandard(sender.facts.standard)).faults.length > 0)
  return [...(pressureSensorIsTrue(job) === false ? byPressureSensor : []), ...(badSender ? (['level sender'] as const) : [])]
}

/** The trouble codes of a job that rest on an instrument which is wrong. */
export function suspectCodes(job: Checked & Pick<JobView, 'complaint'>): string[] {
  const classes = doubted(job)
  return job.complaint.codes.filter(code => {
    const of = troubleCode(code)?.known?.of
    return of !== undefined && classes.includes(of)
  })
}
