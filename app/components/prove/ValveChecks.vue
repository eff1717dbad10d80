<script setup lang="ts">
import { judgeValve, standsAtRest } from '#core/leaktest/instrument/instrumentJudgements'
import type { JobView } from '#shared/views'

/** Valves that switch: whether air passes without and with current, and what that says. */
const props = defineProps<{ job: JobView }>()
const emit = defineEmits<{ done: [view: JobView] }>()
const valves = computed(() => props.job.circuit.links.filter(link => link.kind === 'solenoid' || link.kind === 'check'))
type Passing = 'passes' | 'tight' | null
const said = ref<Record<string, { rest: Passing; switched: Passing }>>({})
const of = (id: string) => (said.value[id] ??= { rest: null, switched: null })
const { saving, problem, save } = useSave()
const keep = (link: string) =>
  save(async () => {
    const { rest, switched } = of(link)
    emit(
      'done',
      await callApi<JobView>(`jobs/${props.job.id}/entries/instrument-valve`, 'POST', {
        id: newId(),
        note: '',
        link,
        passesAtRest: rest === 'passes',
        passesSwitched: switched === 'passes',
      }),
    )
    delete said.value[link]
  })
const tryStandIn = (link: string) =>
  save(async () => {
    const { passesAtRest, passesSwitched } = await callApi<{ passesAtRest: boolean; passesSwitched: boolean }>(
      `jobs/${props.job.id}/passes?link=${encodeURIComponent(link)}`,
    )
    said.value[link] = { rest: passesAtRest ? 'passes' : 'tight', switched: passesSwitched ? 'passes' : 'tight' }
  })
const faultOf = (id: string) => {
  const { rest, switched } = of(id)
  const link = valves.value.find(each => each.id === id)!
  return rest && switched ? judgeValve(standsAtRest(link), rest === 'passes', switched === 'passes') : undefined
}
const words = { passes: 'Air passes', tight: 'Nothing passes' }
const options = ['passes', 'tight'] as const
/** A check valve is not switched: it is blown through the one way and the other. */
const ways = (kind: string) =>
  kind === 'check' ? { rest: 'Against its way', switched: 'In its way' } : { rest: 'Without current', switched: 'With current' }
</script>

<template>
  <section v-if="valves.length" class="sheet space-y-4" aria-labelledby="valves-title">
    <h2 id="valves-title">Valves, switched</h2>
    <div
      v-for="link in valves"
      :key="link.id"
      class="space-y-2 border-t border-(--hair) pt-3 first-of-type:border-0 first-of-type:pt-0"
    >
      <p class="font-semibold">{{ link.name }}</p>
      <div v-for="which in ['rest', 'switched'] as const" :key="which" class="flex flex-wrap items-center gap-3">
        <span class="soft w-36">{{ ways(link.kind)[which] }}</span>
        <TapChoice
          v-model="of(link.id)[which]"
          :label="`${link.name}, ${ways(link.kind)[which]}`"
          :options="options"
          :words="words"
        />
      </div>
      <UButton
        v-if="job.hasStandIn"
        color="neutral"
        variant="subtle"
        class="min-h-11"
        icon="i-lucide-plug-zap"
        @click="tryStandIn(link.id)"
        >Try the simulated valve</UButton
      >
      <template v-if="faultOf(link.id) !== undefined">
        <p role="status" class="font-semibold" :class="faultOf(link.id) ? 'leaking' : 'sealed'">
          <StateSign :look="faultOf(link.id) ? 'leaking' : 'sealed'" />
          {{ faultOf(link.id) ? upperFirst(faultOf(link.id)!) : 'Does as it should' }}.
        </p>
        <UButton color="neutral" class="min-h-11" :loading="saving" @click="keep(link.id)">Keep it</UButton>
      </template>
    </div>
    <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
  </section>
</template>
