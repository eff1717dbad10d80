<script setup lang="ts">
import { repairMaterial } from '#core/repair/material/repairMaterials'
import { repairMethodName } from '#core/repair/method/repairMethods'
import type { Ledger } from '#core/ledger/deriveLedger'
import { latestFind } from '#shared/jobEntries'
import { curedAt } from '#core/record/reading'
import type { JobView } from '#shared/views'
import type { RepairView } from '#shared/record/kinds/repair'

/** The register: each leak with its state, where it was found and what was done to it. */
const props = defineProps<{ job: JobView; ledger: Ledger; now: number }>()
defineEmits<{
  thermometer: []
  strike: [subject: { id: string; name: string }]
  seen: [start: SeenStart]
}>()
const session = useSession()
const { short } = useQuantities()
const rows = computed(() =>
  props.ledger.leaks.map(({ id, state }) => {
    const leak = props.job.leaks.find(each => each.id === id)!
    return {
      leak,
      state,
      find: latestFind(props.job.finds, id),
      repairs: props.job.repairs.filter(each => each.leakIds.includes(id)),
      part: partNameOf(leak.partId),
    }
  }),
)
const partNameOf = (id: string) => lowerFirst(props.job.parts.find(each => each.id === id)?.name ?? 'a part')
const repairText = (repair: RepairView) =>
  [
    repairMethodName(repair.method),
    repair.material === 'none' ? '' : `${lowerFirst(repairMaterial(repair.material).name)} ${repair.batch}`.trim(),
    clockText(repair.at, props.now),
    repair.by,
  ]
    .filter(Boolean)
    .join(', ')
</script>

<template>
  <section class="sheet" aria-labelledby="register-title">
    <div class="flex flex-wrap items-center justify-between gap-2">
      <h2 id="register-title" class="mb-1">Leaks</h2>
      <UButton
        v-if="session.mayWork"
        color="neutral"
        variant="outline"
        icon="i-lucide-eye"
        class="min-h-11"
        @click="$emit('seen', {})"
        >Seen by eye</UButton
      >
    </div>
    <p v-if="!rows.length" class="soft py-1">
      {{ ledger.measured.length ? 'A leak was measured, but nobody has found it yet.' : 'No leak has been found.' }}
    </p>
    <ul class="divide-y divide-(--hair)">
      <li
        v-for="{ leak, state, find, repairs, part } in rows"
        :key="leak.id"
        class="flex flex-wrap items-start justify-between gap-x-4 gap-y-2 py-3"
      >
        <div class="min-w-0 flex-1 basis-72">
          <p class="font-semibold">
            <StateSign :look="leakLook(state)" /> Leak {{ leak.number }}, {{ part }}:
            <span :class="leakLook(state)">{{ state }}</span>
          </p>
          <p v-if="find" class="soft">
            {{ find.seen }}<template v-if="find.length !== null">, {{ short('length', find.length, 2) }}</template
            >, {{ find.testId ? 'found' : 'seen by eye' }} {{ clockText(find.at, now)
            }}<template v-if="find.note">. {{ find.note }}</template>
            <StrikeLink
              v-if="session.mayWork"
              @click="$emit('strike', { id: find.id, name: `the find of leak ${leak.number}` })"
            />
            <button
              v-if="session.mayWork && find.testId && !repairs.length"
              type="button"
              class="soft min-h-7 cursor-pointer px-1.5 text-sm underline underline-offset-[3px]"
              @click="$emit('seen', { on: 'rig', insteadOf: find.id })"
            >
              It is the rig’s
            </button>
          </p>
          <p v-for="each in repairs" :key="each.id" class="soft">
            <span :class="each.struck && 'line-through'">{{ repairText(each) }}.</span>
            <template v-if="each.struck"> Struck out: {{ each.struck }}</template>
            <StrikeLink
              v-if="session.mayWork && !each.struck"
              @click="$emit('strike', { id: each.id, name: `the repair of leak ${leak.number}` })"
            />
            <CureLine
              v-if="!each.struck && curedAt(each) > now"
              :repair="each"
              :now="now"
              @thermometer="$emit('thermometer')"
            />
          </p>
        </div>
        <UButton
          v-if="session.mayWork && state !== 'sealed'"
          color="neutral"
          variant="outline"
          class="min-h-11"
          :to="`/jobs/${job.id}/leaks/${leak.id}`"
          >{{ repairs.length ? 'Mend it again' : 'How to mend it' }}</UButton
        >
      </li>
    </ul>
    <div v-if="job.rigFinds.length" class="border-t border-(--hair) pt-2">
      <h3 class="font-semibold">The rig’s own, not counted to the tank</h3>
      <p v-for="each in job.rigFinds" :key="each.id" class="soft py-1">
        <span :class="each.struck && 'line-through'"
          >{{ upperFirst(each.piece) }}<template v-if="each.partId"> at the {{ partNameOf(each.partId) }}</template
          >, {{ clockText(each.at, now) }}, {{ each.by }}<template v-if="each.note">. {{ each.note }}</template></span
        >
        <template v-if="each.struck"> · struck out: {{ each.struck }}</template>
        <StrikeLink v-else-if="session.mayWork" @click="$emit('strike', { id: each.id, name: 'the rig’s leak' })" />
      </p>
    </div>
  </section>
</template>
