import type { PartFamily } from '../circuit/boundary'
import type { CraftKind, TankMaterial } from '../circuit/kinds/tankKind'
import type { FuelKey } from '../fuel/fuels'
import type { Mechanism, Shows } from './mechanisms'
import type { Likelihood } from './signs'
import type { CodeClass } from './troubleCodes'
import { known } from '../knowledge/known'
import type { SourceKey } from '../knowledge/sources'
import { causeKeys, type CauseKey } from './keys'

/** How age changes the weight of a cause. */
export type Ageing = 'steady' | 'perishes' | 'corrodes' | 'new work'

/** What to buy for it, and what must be measured before it is ordered. */
export interface Purchase { name: string, measure: string | null }

/** A cause of a leak or of what is taken for one. */
export interface Cause {
  key: CauseKey
  name: string
  source: SourceKey
  /** families of parts that it can sit on; none when it is not on the tank */
  families: readonly PartFamily[]
  /** only parts in the upper or lower half of the map */
  height?: 'high' | 'low'
  /** only on tanks of these materials */
  materials?: readonly TankMaterial[]
  /** not where the tank has a part of one of these families, or is on one of these fuels */
  notWith?: readonly PartFamily[]
  notFuel?: readonly FuelKey[]
  /** relative weight by kind of craft, before anything is known: judged from general trade practice; the shop's own outcomes move it */
  weight: Readonly<Record<CraftKind, number>>
  ageing: Ageing
  mechanisms: readonly Mechanism[]
  /** signs that this cause shows otherwise than its mechanisms say */
  shows?: Shows
  codes?: Partial<Record<CodeClass, readonly [Likelihood, string]>>
  /** what it looks like when one stands before it */
  look: string
  /** causes that are commonly taken for it, or it for them */
  confused: readonly CauseKey[]
  buy: readonly Purchase[]
}

const on = (road: number, boat: number, aircraft: number, small: number, heavy: number): Cause['weight'] => ({ 'road vehicle': road, 'boat': boat, 'light aircraft': aircraft, 'small equipment': small, 'heavy vehicle': heavy })
const seal = (name: string, measure: string | null = 'outside diameter and section, and the fuel it must stand') => [{ name, measure }]
const hose = (name: string) => [{ name, measure: 'inside and outside diameter, length, fuel grade' }, { name: 'Two clamps', measure: 'outside diameter of the hose when on' }]
const metal: readonly TankMaterial[] = ['sheet steel', 'aluminium', 'riveted aluminium', 'stainless steel']

const rows: readonly Cause[] = [
  {
    key: 'cap-seal', name: 'Cap or its seal', source: 'trade practice', families: ['cap'], weight: on(6, 4, 5, 6, 4), ageing: 'perishes', mechanisms: ['filling path', 'vapour side', 'perished rubber'],
    shows: { 'under-way': ['sometimes', 'fuel splashes against it'], 'tilted': ['sometimes', 'fuel runs to it on a slope'], 'wet-neck': ['often', 'it is on the neck'], 'wet-top': ['sometimes', 'on a small tank it is on top'], 'cap-replaced': ['hardly', 'a new cap would have cured it'], 'after-wash': ['sometimes', 'what lets fuel out lets water in'], 'while-filling': ['seldom', 'it is off while filling'], 'clicks-off': ['hardly', 'it is off while filling'] },
    codes: { 'small vapour leak': ['often', 'a cap seal is a small leak'], 'large vapour leak': ['sometimes', 'a loose cap is a large leak'], 'cap loose': ['always', 'that is what the code is for'], 'any vapour fault': ['sometimes', 'the cap is part of the system'] },
    look: 'Flat, cracked or shiny ring; rim of the neck nicked; cap turns without a click.', confused: ['neck'], buy: [{ name: 'Cap', measure: 'bayonet or thread, vented or not' }],
  },
  {
    key: 'neck', name: 'Filler neck rusted, cracked or uneven', source: 'trade practice', families: ['neck'], weight: on(5, 2, 2, 3, 3), ageing: 'corrodes', mechanisms: ['filling path', 'corrosion'],
    shows: { 'cap-replaced': ['often', 'the cap was new, the neck under it was not'], 'struck': ['sometimes', 'a knock bends a neck'], 'smell-only': ['sometimes', 'above the fuel it passes vapour'] },
    codes: { 'small vapour leak': ['often', 'a rusted rim under the cap is a small leak'], 'cap loose': ['often', 'the rim under the cap is read as the cap'], 'large vapour leak': ['sometimes', 'a neck rusted through is a large leak'], 'any vapour fault': ['sometimes', 'the neck is part of the system'] },
    look: 'Rust scabs at the bracket and under the cover, a split along the moulding line, clamp marks on one side.', confused: ['cap-seal', 'filler-hose'], buy: [{ name: 'Filler neck', measure: 'outside diameter at the hose, angle' }],
  },
  {
    key: 'filler-hose', name: 'Filler hose, grommet or its clamps', source: 'trade practice', families: ['filler hose', 'neck'], weight: on(4, 6, 1, 2, 2), ageing: 'perishes', mechanisms: ['filling path', 'perished rubber', 'disturbed'],
    shows: { 'wet-top': ['sometimes', 'fuel runs down the neck onto the tank'], 'wet-inside': ['sometimes', 'deck and cabin hoses end inside'], 'after-wash': ['sometimes', 'deck water comes the same way'] },
    codes: { 'small vapour leak': ['sometimes', 'a cracked hose passes vapour'], 'large vapour leak': ['sometimes', 'a hose half off is a large leak'] },
    look: 'Cracks when bent, wet below the clamp, clamp cutting in or two worm drives side by side.', confused: ['neck', 'spill'], buy: hose('Filler hose'),
  },
  {
    key: 'vent-hose', name: 'Vent hose broken, off or perished', source: 'trade practice', families: ['vent hose'], weight: on(4, 4, 3, 3, 3), ageing: 'perishes', mechanisms: ['high joint', 'perished rubber', 'vapour side'],
    shows: { 'while-filling': ['often', 'filling pushes fuel up it'], 'clicks-off': ['sometimes', 'air that cannot leave comes back up the neck'], 'wet-top': ['often', 'it ends on top'], 'weep': ['sometimes', 'full, it weeps'], 'under-way': ['sometimes', 'fuel splashes into it'], 'stops-half': ['seldom', 'vapour still leaves'], 'any-level': ['seldom', 'liquid comes only when full'] },
    codes: { 'small vapour leak': ['sometimes', 'a crack passes vapour'], 'large vapour leak': ['sometimes', 'a hose off is a large leak'], 'vent not working': ['seldom', 'a broken hose draws wrong air'] },
    look: 'Split at the barb, kinked, chewed, or simply off; wet only after a fill.', confused: ['sender-seal', 'vent-blocked'], buy: hose('Vent hose'),
  },
  {
    key: 'vent-blocked', name: 'Vent blocked', source: 'trade practice', families: ['vent hose', 'vent valve', 'canister vent valve'], weight: on(2, 2, 2, 2, 2), ageing: 'steady', mechanisms: [],
    shows: { 'while-filling': ['often', 'air cannot leave'], 'clicks-off': ['always', 'air cannot leave, so fuel comes back'], 'wet-neck': ['often', 'it splashes back up the neck'], 'hot-day': ['sometimes', 'pressure that cannot leave finds another way'], 'smell-after-fuelling': ['often', 'it splashed'], 'stood-long': ['sometimes', 'insects and dirt like a vent'], 'no-smell': ['hardly', 'it splashes'] },
    codes: { 'vent not working': ['often', 'that is what the code sees'] },
    look: 'Air hisses in or out when the cap is loosened; nest, wax or dirt in the end of the hose.', confused: ['vent-hose', 'filler-hose'], buy: [],
  },
  {
    key: 'sender-seal', name: 'Sender or pump seal', source: 'trade practice', families: ['sender'], weight: on(8, 9, 5, 4, 6), ageing: 'perishes', mechanisms: ['high joint', 'slosh', 'disturbed', 'perished rubber'],
    shows: { 'under-way': ['often', 'fuel sloshes against it'], 'wet-inside': ['often', 'its cover is reached from inside'], 'added-fitting': ['seldom', 'it is no added fitting'], 'gauge-wrong': ['sometimes', 'the sender has been off or is loose'], 'parked': ['seldom', 'it runs only while the level stands at it'], 'dry-parked': ['sometimes', 'it dries between'] },
    codes: { 'small vapour leak': ['often', 'the largest seal above the fuel'], 'any vapour fault': ['sometimes', 'the seal is part of the system'], 'large vapour leak': ['seldom', 'only when its ring is loose'], 'level sender': ['sometimes', 'it was disturbed with the sender'] },
    look: 'Clean streaks from the ring, dirt washed away on one side, ring not locked, seal pinched or swollen.', confused: ['vent-hose', 'upper-seam', 'standpipe'], buy: seal('Sender seal', 'ring diameter, section, number of holes'),
  },
  {
    key: 'sender-terminals', name: 'Leak through the sender’s terminals', source: 'trade practice', families: ['sender'], weight: on(2, 1.5, 1, 1, 1.5), ageing: 'perishes', mechanisms: ['high joint', 'seep'],
    shows: { 'gauge-wrong': ['often', 'fuel or corrosion at the terminals disturbs the signal'], 'wet-inside': ['sometimes', 'its cover is reached from inside'] },
    codes: { 'level sender': ['often', 'fuel at the terminals disturbs the signal'], 'small vapour leak': ['sometimes', 'it passes vapour'] },
    look: 'Wet inside the connector, green terminals, the ring round it dry.', confused: ['sender-seal'], buy: [{ name: 'Sender', measure: 'resistance empty and full, depth, flange' }],
  },
  {
    key: 'upper-seam', name: 'Upper seam or weld cracked', source: 'trade practice', families: ['seam'], height: 'high', weight: on(2, 2, 2, 2, 2), ageing: 'corrodes', mechanisms: ['high joint', 'seep'],
    shows: { 'wet-seam': ['often', 'it runs along the seam'], 'struck': ['sometimes', 'a blow opens a seam'], 'under-way': ['often', 'flexing opens it'] },
    codes: { 'small vapour leak': ['seldom', 'a seam above the fuel passes vapour'] },
    look: 'A hairline with a stain below it; often at the end of a weld or over a baffle.', confused: ['sender-seal'], buy: [],
  },
  {
    key: 'lower-seam', name: 'Lower seam or weld', source: 'trade practice', families: ['seam'], height: 'low', weight: on(3, 3, 2, 4, 4), ageing: 'corrodes', mechanisms: ['low joint', 'corrosion'],
    shows: { 'wet-seam': ['always', 'it runs along the seam'], 'wet-corner': ['often', 'seams meet there'], 'struck': ['sometimes', 'a blow opens a seam'] },
    look: 'Wet line that starts where the seam bends; rust under the flange.', confused: ['pinholes', 'strap-rub', 'drain'], buy: [],
  },
  {
    key: 'pinholes', name: 'Corroded through from inside, pinholes', source: 'trade practice', families: ['wall', 'seam'], height: 'low', materials: metal, weight: on(4, 4, 1, 5, 4), ageing: 'corrodes', mechanisms: ['low joint', 'corrosion', 'seep'],
    shows: { 'after-standing': ['often', 'holes rusted open are wetted again'], 'wet-corner': ['often', 'water lies in the corners'], 'weep': ['often', 'pinholes weep'], 'stain': ['often', 'pinholes stain'] },
    look: 'Several pin-sized dark spots that grow when brushed: a field of them, not one hole.', confused: ['lower-seam', 'strap-rub'], buy: [{ name: 'Tank', measure: 'capacity, fittings, mounts' }],
  },
  {
    key: 'strap-rub', name: 'Worn or rusted through under a strap or cradle', source: 'trade practice', families: ['wall'], height: 'low', weight: on(3, 5, 1, 2, 5), ageing: 'corrodes', mechanisms: ['low joint', 'corrosion'],
    shows: { 'wet-strap': ['always', 'it is under the strap'], 'under-way': ['sometimes', 'the strap works it'], 'wet-low': ['sometimes', 'it runs down from the strap'] },
    look: 'Line of rust or bright metal where the pad was; wet edge of the pad.', confused: ['pinholes', 'lower-seam'], buy: [{ name: 'Strap pads', measure: 'width and length' }],
  },
  {
    key: 'drain', name: 'Drain plug or its gasket', source: 'trade practice', families: ['drain'], weight: on(3, 1, 6, 4, 4), ageing: 'steady', mechanisms: ['low joint', 'disturbed'],
    shows: { 'wet-low': ['always', 'it is the lowest place'], 'struck': ['sometimes', 'it is the first thing to hit'], 'stain': ['sometimes', 'a fine one only stains'] },
    look: 'Drop hanging from the plug; gasket flattened to one side; wrong washer.', confused: ['lower-seam', 'spill'], buy: seal('Drain washer', 'thread and seat, outside diameter'),
  },
  {
    key: 'drain-boss', name: 'Drain boss cracked or its thread torn', source: 'trade practice', families: ['drain'], weight: on(1, 0.5, 1, 1, 1), ageing: 'steady', mechanisms: ['low joint'],
    shows: { 'struck': ['often', 'it was hit'], 'opened-lately': ['often', 'it was overtightened'], 'after-repair': ['often', 'a new gasket did not help'], 'wet-low': ['often', 'it is at the bottom'] },
    look: 'Wet round the boss, not the plug; hairline from the thread.', confused: ['drain'], buy: [{ name: 'Oversize plug', measure: 'thread diameter and pitch' }],
  },
  {
    key: 'pickup', name: 'Pickup flange or feed union', source: 'trade practice', families: ['pickup'], weight: on(3, 4, 4, 2, 4), ageing: 'steady', mechanisms: ['high joint', 'pump side', 'disturbed'],
    shows: { 'wet-top': ['often', 'it is on top'], 'wet-line': ['sometimes', 'it runs along the feed'], 'engine-running': ['sometimes', 'suction and shaking work it'] },
    codes: { 'fuel pressure low': ['seldom', 'it draws air'] },
    look: 'Wet nut, thread sealant squeezed out, mixed thread forms.', confused: ['sender-seal', 'feed-hose'], buy: seal('Feed union seal', 'thread form, diameter and pitch, seat angle'),
  },
  {
    key: 'feed-hose', name: 'Feed hose or its clamp', source: 'trade practice', families: ['feed', 'hose'], weight: on(4, 4, 3, 5, 3), ageing: 'perishes', mechanisms: ['pump side', 'perished rubber'],
    shows: { 'parked': ['sometimes', 'a gravity feed stays under head'] },
    codes: { 'liquid fuel leak': ['often', 'it is on the pressure side'], 'fuel pressure low': ['sometimes', 'pressure is lost there'] },
    look: 'Cracks at the clamp, soft or shiny rubber, wet below the lowest bend.', confused: ['coupling', 'engine-side'], buy: hose('Feed hose'),
  },
  {
    key: 'coupling', name: 'Quick connector or its O-ring', source: 'trade practice', families: ['coupling'], weight: on(5, 4, 1, 4, 1), ageing: 'perishes', mechanisms: ['pump side', 'disturbed', 'perished rubber'],
    shows: { 'wet-top': ['often', 'it sits on the pump ring'], 'parked': ['seldom', 'pressure falls when parked'] },
    codes: { 'liquid fuel leak': ['often', 'it is on the pressure side'], 'fuel pressure low': ['sometimes', 'pressure is lost there'] },
    look: 'Wet collar, lock not home, O-ring nicked or left off.', confused: ['feed-hose', 'sender-seal'], buy: seal('Connector O-ring', 'inside diameter and section'),
  },
  {
    key: 'tap', name: 'Fuel tap, its gland or gasket', source: 'trade practice', families: ['tap'], weight: on(1, 2, 2, 7, 1), ageing: 'perishes', mechanisms: ['low joint', 'disturbed', 'perished rubber'],
    shows: { 'wet-line': ['sometimes', 'it runs along the hose'], 'engine-running': ['sometimes', 'it is open then'] },
    look: 'Drop at the lever or at the nut; worse when the lever is moved.', confused: ['feed-hose', 'carburettor'], buy: seal('Tap gasket or gland', 'thread, gasket diameter'),
  },
  {
    key: 'return-union', name: 'Return union or hose', source: 'trade practice', families: ['return'], weight: on(3, 3, 1, 1, 5), ageing: 'perishes', mechanisms: ['return side', 'perished rubber', 'disturbed'],
    look: 'Wet only with the engine running; dry and dusty after a night.', confused: ['coupling', 'pickup', 'feed-hose'], buy: seal('Return union washers', 'thread form, diameter and pitch'),
  },
  {
    key: 'standpipe', name: 'Added standpipe or fitting', source: 'trade practice', families: ['standpipe', 'fitting'], weight: on(1, 2, 1, 1, 4), ageing: 'new work', mechanisms: ['high joint', 'slosh', 'disturbed'],
    shows: { 'added-fitting': ['always', 'it was added'], 'sealant-smear': ['often', 'such fittings are often stuck on'], 'wet-top': ['often', 'it is on top'] },
    codes: { 'small vapour leak': ['sometimes', 'a hole more in the tank'] },
    look: 'Fitting in a drilled hole, sealant round it, no proper flange; nut loose.', confused: ['sender-seal', 'pickup', 'return-union'], buy: [{ name: 'Bulkhead fitting', measure: 'hole diameter, wall thickness, thread' }],
  },
  {
    key: 'crossover', name: 'Crossover hose or cock', source: 'trade practice', families: ['crossover'], weight: on(2, 2, 2, 1, 5), ageing: 'perishes', mechanisms: ['low joint', 'perished rubber'],
    shows: { 'changes-switched': ['sometimes', 'levels move when tanks are switched'], 'struck': ['often', 'it hangs lowest'], 'wet-low': ['always', 'it is the lowest line'] },
    look: 'Wet between the tanks, clamp cut in, hose rubbed by a bracket.', confused: ['drain', 'lower-seam'], buy: hose('Crossover hose'),
  },
  {
    key: 'selector', name: 'Tank selector valve', source: 'trade practice', families: ['selector'], weight: on(1, 2, 3, 1, 3), ageing: 'perishes', mechanisms: ['pump side'],
    shows: { 'changes-switched': ['always', 'it is what is switched'], 'same-switched': ['hardly', 'it is what is switched'], 'parked': ['sometimes', 'fuel stands at it'], 'wet-inside': ['sometimes', 'its handle is inside'] },
    look: 'Wet at the stem; stiff handle; fuel moves from one tank to the other by itself.', confused: ['return-union', 'feed-hose'], buy: seal('Selector valve seals', 'valve body size'),
  },
  {
    key: 'rivets', name: 'Working or weeping rivets', source: 'trade practice', families: ['rivets'], weight: on(0, 0.5, 8, 0, 0), ageing: 'steady', mechanisms: ['any height', 'seep'],
    shows: { 'wet-rivets': ['always', 'it shows along the row'], 'stain': ['always', 'dye stains round the heads'], 'under-way': ['sometimes', 'flexing works them'], 'stood-long': ['sometimes', 'sealant hardens'] },
    look: 'Dark halo or dye round single heads; one turns under a finger.', confused: ['fillet', 'plate'], buy: [],
  },
  {
    key: 'fillet', name: 'Sealant fillet let go at a rib or spar', source: 'trade practice', families: ['rib', 'seam'], materials: ['riveted aluminium', 'composite'], weight: on(0, 0.5, 6, 0, 0), ageing: 'perishes', mechanisms: ['any height', 'seep', 'slosh'],
    shows: { 'wet-rivets': ['often', 'it comes out along the rib'], 'stood-long': ['often', 'sealant that dries out hardens and lets go'], 'after-standing': ['often', 'it swells tight again, or not'], 'sealant-smear': ['sometimes', 'somebody tried from outside'] },
    look: 'Stain along a rib line, sealant lifted at an edge inside.', confused: ['rivets', 'plate'], buy: [{ name: 'Two-part tank sealant, fillet grade', measure: 'length of fillet' }],
  },
  {
    key: 'plate', name: 'Access plate gasket or screws', source: 'trade practice', families: ['plate'], weight: on(1, 4, 6, 0.5, 1), ageing: 'perishes', mechanisms: ['any height', 'disturbed', 'perished rubber'],
    shows: { 'stain': ['often', 'it stains along the edge'], 'opened-lately': ['always', 'it was off lately'] },
    look: 'Stain at one edge, screws of two lengths, gasket squeezed out.', confused: ['rivets', 'fillet', 'sender-seal'], buy: seal('Plate gasket', 'screw pattern and thickness'),
  },
  {
    key: 'weld-crack', name: 'Crack at a baffle, bracket or corner weld', source: 'trade practice', families: ['rib', 'seam'], materials: ['aluminium', 'stainless steel', 'sheet steel'], weight: on(1, 5, 3, 1, 3), ageing: 'steady', mechanisms: ['any height', 'slosh'],
    shows: { 'wet-seam': ['often', 'it runs along the weld'], 'struck': ['often', 'it was loaded'], 'any-level': ['sometimes', 'it can be anywhere on the side'], 'wet-corner': ['sometimes', 'corners are stiff and crack'], 'wet-low': ['sometimes', 'it runs down'] },
    look: 'Hairline beside the weld, often where a baffle ends; weeps when the side is pressed.', confused: ['lower-seam', 'upper-seam', 'pinholes'], buy: [],
  },
  {
    key: 'plastic-crack', name: 'Plastic cracked, chafed or gnawed', source: 'trade practice', families: ['wall', 'seam'], materials: ['moulded polyethylene', 'composite'], weight: on(2, 3, 1, 4, 1), ageing: 'steady', mechanisms: ['any height'],
    shows: { 'struck': ['often', 'it was hit'], 'stood-long': ['often', 'animals gnaw what stands'], 'wet-low': ['often', 'it runs down'], 'any-level': ['sometimes', 'it can be low'], 'parked': ['often', 'it leaks as long as fuel stands above it'] },
    codes: { 'small vapour leak': ['seldom', 'a crack high up'] },
    look: 'White line that opens when pressed; tooth marks; shiny chafe.', confused: ['mould-seam', 'spill'], buy: [{ name: 'Parent plastic rod', measure: 'which plastic it is' }],
  },
  {
    key: 'mould-seam', name: 'Pinch or mould seam split', source: 'trade practice', families: ['seam'], materials: ['moulded polyethylene'], weight: on(1, 1, 0.5, 2, 0.5), ageing: 'steady', mechanisms: ['any height', 'heat'],
    shows: { 'wet-seam': ['always', 'it is the seam'], 'struck': ['sometimes', 'a blow opens it'] },
    look: 'A line of stain along the seam; it gapes when the tank is squeezed.', confused: ['plastic-crack'], buy: [{ name: 'Tank', measure: 'capacity, fittings, mounts' }],
  },
  {
    key: 'vent-valve', name: 'Rollover or fill-limit valve: its body or seal', source: 'trade practice', families: ['vent valve'], weight: on(3, 1, 2, 2, 2), ageing: 'perishes', mechanisms: ['high joint', 'slosh', 'vapour side'],
    shows: { 'tilted': ['often', 'it should shut on a slope'], 'clicks-off': ['sometimes', 'stuck shut it holds air in'], 'under-way': ['often', 'fuel splashes into it'] },
    codes: { 'small vapour leak': ['often', 'its seal is above the fuel'], 'mixture': ['sometimes', 'liquid gets into the canister'], 'any vapour fault': ['sometimes', 'it is part of the system'] },
    look: 'Wet collar of the valve, hose end loose; fuel in the vapour hose after a bend.', confused: ['vent-hose', 'sender-seal'], buy: [{ name: 'Rollover valve', measure: 'grommet hole, hose ends' }],
  },
  {
    key: 'purge-valve', name: 'Purge valve stuck open', source: 'trade practice', families: ['purge valve'], weight: on(4, 0, 0, 0.5, 0), ageing: 'steady', mechanisms: ['vapour side'],
    shows: { 'clicks-off': ['hardly', 'it does nothing while filling'], 'engine-running': ['sometimes', 'it draws vapour all the time'], 'after-standing': ['seldom', 'hard starting comes after fuelling'], 'smell-only': ['sometimes', 'a little vapour leaves by the intake'] },
    codes: { 'purge stuck open': ['always', 'that is what the code sees'], 'large vapour leak': ['often', 'an open purge valve reads as a large leak'], 'purge flow wrong': ['often', 'flow when there should be none'], 'mixture': ['often', 'vapour is drawn all the time'], 'small vapour leak': ['sometimes', 'one that weeps reads as a small leak'], 'any vapour fault': ['sometimes', 'it is part of the system'] },
    look: 'Air passes it with no current; it does not click.', confused: ['cap-seal', 'vent-solenoid'], buy: [{ name: 'Purge valve', measure: 'connector and hose ends' }],
  },
  {
    key: 'vent-solenoid', name: 'Canister vent valve does not shut', source: 'trade practice', families: ['canister vent valve'], weight: on(4, 0, 0, 0.3, 0), ageing: 'corrodes', mechanisms: ['vapour side'],
    shows: { 'clicks-off': ['sometimes', 'stuck shut it holds air in while filling'], 'rust': ['often', 'it sits in the spray of the wheels'], 'after-wash': ['sometimes', 'water gets into it'] },
    codes: { 'large vapour leak': ['often', 'an open vent reads as a large leak'], 'vent not working': ['always', 'that is what the code sees'], 'any vapour fault': ['sometimes', 'it is part of the system'], 'small vapour leak': ['seldom', 'dirt on its seat'] },
    look: 'Rusted or full of dust; does not click, or clicks and still passes air.', confused: ['purge-valve', 'canister', 'cap-seal'], buy: [{ name: 'Canister vent valve', measure: 'connector and hose ends' }],
  },
  {
    key: 'canister', name: 'Canister cracked or soaked with fuel', source: 'trade practice', families: ['canister'], weight: on(2, 0, 0, 0.5, 0), ageing: 'steady', mechanisms: ['vapour side'],
    shows: { 'clicks-off': ['often', 'soaked coal does not let air through'], 'struck': ['often', 'it hangs low at the back'], 'smell-after-fuelling': ['often', 'it is full of fuel'], 'drip': ['seldom', 'a soaked one drips from its vent'] },
    codes: { 'large vapour leak': ['sometimes', 'a cracked one is a large leak'], 'mixture': ['often', 'liquid is drawn from it'], 'purge flow wrong': ['sometimes', 'soaked coal does not let air through'], 'small vapour leak': ['sometimes', 'a hairline in it'], 'vent not working': ['sometimes', 'soaked coal does not let air through'] },
    look: 'Heavy when lifted, coal dust in the purge hose, crack at the mount.', confused: ['vent-solenoid', 'vapour-hose'], buy: [{ name: 'Canister', measure: 'hose ends, mounts' }],
  },
  {
    key: 'vapour-hose', name: 'Vapour or purge hose cracked or off', source: 'trade practice', families: ['vapour hose', 'vent hose'], weight: on(4, 0, 0, 1, 0), ageing: 'perishes', mechanisms: ['vapour side', 'perished rubber', 'disturbed'],
    shows: { 'wet-line': ['seldom', 'it is no wet line'] },
    codes: { 'small vapour leak': ['often', 'a crack passes vapour'], 'large vapour leak': ['often', 'a hose off is a large leak'], 'purge flow wrong': ['sometimes', 'air comes in there'], 'any vapour fault': ['often', 'it is part of the system'] },
    look: 'Brittle at the ends, rubbed through at a bracket; crackles when wiggled.', confused: ['canister', 'sender-seal', 'cap-seal'], buy: hose('Vapour hose'),
  },
  {
    key: 'pressure-sensor', name: 'Tank pressure sensor only', source: 'trade practice', families: ['sensor'], weight: on(2, 0, 0, 0.2, 0), ageing: 'steady', mechanisms: [],
    shows: { 'no-smell': ['often', 'nothing leaks'], 'cap-replaced': ['often', 'there was nothing to seal'], 'wet-unknown': ['sometimes', 'there is nothing to see'] },
    codes: { 'tank pressure sensor': ['always', 'that is what the code is for'], 'small vapour leak': ['sometimes', 'a wrong zero reads as a leak'], 'large vapour leak': ['sometimes', 'a wrong zero reads as a leak'], 'any vapour fault': ['sometimes', 'the test is judged by it'] },
    look: 'With the cap off it does not show its zero-pressure volts.', confused: ['cap-seal', 'vapour-hose'], buy: [{ name: 'Tank pressure sensor', measure: 'connector, zero volts' }],
  },
  {
    key: 'valve-wiring', name: 'Purge or vent valve wiring', source: 'trade practice', families: ['purge valve', 'canister vent valve'], weight: on(1.5, 0, 0, 0.2, 0), ageing: 'corrodes', mechanisms: [],
    shows: { 'no-smell': ['often', 'nothing leaks'], 'rust': ['sometimes', 'connectors corrode'], 'after-wash': ['often', 'water in the connector'] },
    codes: { 'purge circuit': ['always', 'that is what the code sees'], 'vent circuit': ['always', 'that is what the code sees'], 'vent not working': ['sometimes', 'a valve without current does not move'], 'large vapour leak': ['seldom', 'a vent that does not shut'] },
    look: 'Green pins, chafed loom, no click when switched.', confused: ['purge-valve', 'vent-solenoid'], buy: [],
  },
  {
    key: 'old-patch', name: 'Old patch, liner or sealant lifting', source: 'trade practice', families: ['wall', 'seam'], weight: on(1, 1, 1, 1, 1), ageing: 'steady', mechanisms: ['any height'],
    shows: { 'lined-before': ['always', 'it was lined or patched'], 'after-repair': ['always', 'it came back after the repair'], 'sealant-smear': ['often', 'the smear is the patch'], 'new-fuel': ['often', 'another blend lifts it'], 'parked': ['often', 'it leaks as long as fuel stands above it'], 'wet-low': ['often', 'patches are mostly low'] },
    look: 'Edge of the patch lifts under a nail; blister; flakes in the filter.', confused: ['pinholes', 'lower-seam'], buy: [],
  },
  {
    key: 'lining', name: 'Lining torn or let go at a corner', source: 'trade practice', families: ['lining'], weight: on(1, 1, 4, 1, 1), ageing: 'perishes', mechanisms: ['any height', 'slosh'],
    shows: { 'wet-corner': ['often', 'linings tear in corners'], 'new-fuel': ['often', 'another blend swells it'], 'stood-long': ['sometimes', 'dried out, it shrinks'], 'wet-low': ['often', 'fuel runs behind it to the lowest hole'] },
    look: 'Loose flap or bubble inside; fuel between lining and box, out at a hole far away.', confused: ['plate', 'weld-crack'], buy: [{ name: 'Lining compound and cloth', measure: 'area of the faces' }],
  },
  {
    key: 'carburettor', name: 'Carburettor overflows, not the tank', source: 'trade practice', families: [], notWith: ['canister'], notFuel: ['diesel', 'jet'], weight: on(1, 1, 1, 3, 0), ageing: 'steady', mechanisms: ['pump side'],
    shows: { 'parked': ['often', 'a gravity feed floods it while parked'], 'wet-line': ['often', 'it is at the engine end'], 'stood-long': ['often', 'a float sticks after standing'], 'after-standing': ['often', 'a float sticks after standing'], 'tilted': ['sometimes', 'it floods on a slope'], 'drip': ['often', 'it runs out of its overflow'] },
    look: 'Wet from the overflow pipe; stops with the tap shut.', confused: ['tap', 'feed-hose'], buy: [{ name: 'Float needle', measure: 'carburettor mark' }],
  },
  {
    key: 'engine-side', name: 'Filter, pump or line at the engine end', source: 'trade practice', families: [], weight: on(3, 3, 2, 3, 4), ageing: 'perishes', mechanisms: ['pump side', 'perished rubber', 'disturbed'],
    shows: { 'wet-line': ['always', 'it is at the engine end'], 'wet-top': ['hardly', 'it is not at the tank'] },
    codes: { 'liquid fuel leak': ['often', 'it is on the pressure side'], 'fuel pressure low': ['often', 'pressure is lost there'] },
    look: 'Tank dry all round; wet from the filter bowl or pump forward.', confused: ['feed-hose', 'return-union'], buy: [{ name: 'Filter seals', measure: 'filter mark' }],
  },
  {
    key: 'spill', name: 'Spilled while filling, nothing leaks', source: 'trade practice', families: [], weight: on(2, 3, 2, 3, 2), ageing: 'steady', mechanisms: [],
    shows: { 'while-filling': ['always', 'it was spilled then'], 'smell-after-fuelling': ['always', 'it was spilled then'], 'wet-neck': ['often', 'it runs down from the filler'], 'parked': ['hardly', 'it dries within hours'], 'smell-always': ['hardly', 'it dries within hours'], 'stain': ['sometimes', 'it stains'], 'any-level': ['hardly', 'it comes with filling alone'] },
    look: 'Wet below the filler once, dry after a day, and not back.', confused: ['filler-hose', 'cap-seal'], buy: [],
  },
  {
    key: 'condensate', name: 'Water: condensate, rain or cooling, not fuel', source: 'trade practice', families: [], weight: on(1, 1.5, 0.5, 0.5, 1), ageing: 'steady', mechanisms: [],
    shows: { 'no-smell': ['always', 'it is water'], 'after-wash': ['always', 'it is water'], 'drip': ['often', 'it drips'], 'wet-low': ['often', 'it runs to the lowest point'], 'smell-only': ['hardly', 'water does not smell'], 'smell-after-fuelling': ['hardly', 'water does not smell'], 'stain': ['hardly', 'water leaves no dye'] },
    look: 'Clear, no smell, dries without a stain; blotting paper shows no ring.', confused: ['drain', 'lower-seam'], buy: [],
  },
]

/** Weights lie between a tenth and six of the commonest; codes and signs are told on the scale of likelihoods. */
export const causes = known('Causes', rows, row => row.key, ({ weight }) => Object.fromEntries(Object.entries(weight).map(([craft, value]) => [`weight on a ${craft}`, [value, 0, 10]])), causeKeys)

/** @throws Error when there is none */
export function causeOf(key: string): Cause {
  const found = causes.find(each => each.key === key)
  if (!found) throw new Error(`There is no cause “${key}”.`)
  return found
}
