import type { EntryKindKey } from '../../../shared/record/kinds'
import { findService, rigFindService } from '../job/eyeFinds'
import { strikeService } from '../job/strikes'
import { answerService, outcomeService, probeService } from '../narrow/narrowing'
import { purchaseService, purchaseStepService, purchaseTermsService } from '../narrow/purchases'
import { senderService, valveService } from '../prove/instruments'
import { proofService } from '../prove/proof'
import { signatureService } from '../prove/signatures'
import { approvalService, cardService, choiceService } from '../repair/decide'
import { repairService, touchService } from '../repair/repairs'
import { runActServices, runService } from '../repair/runs'
import { cautionsService, drainedService, gasService, weighingService } from '../safe/safety'
import { refitService, stripService } from '../strip/strips'
import type { EntryService } from './entryService'

/** What the server asks of entries, by kind; a kind that is not here is kept as it is sent. */
export const entryServices: { [K in EntryKindKey]?: EntryService<K> } = {
  'cautions': cautionsService,
  'gas': gasService,
  'drained': drainedService,
  'weighing': weighingService,
  'answer': answerService,
  'probe': probeService,
  'outcome': outcomeService,
  'purchase': purchaseService,
  'purchase-step': purchaseStepService,
  'purchase-terms': purchaseTermsService,
  'strip': stripService,
  'refit': refitService,
  'find': findService,
  'rig-find': rigFindService,
  'repair': repairService,
  'card': cardService,
  'approval': approvalService,
  'choice': choiceService,
  'run': runService,
  ...runActServices,
  'proof': proofService,
  'instrument-sender': senderService,
  'instrument-valve': valveService,
  'signature': signatureService,
  'touch': touchService,
  'strike': strikeService,
}
