<script setup lang="ts">
import type { FindLook } from '#shared/record/kinds/find'
import type { WorkAct } from '#core/fuel/makeSafe'
import type { useWalk } from '~/composables/useWalk'
import type TankMap from '~/components/house/TankMap.vue'

/** A page on which somebody goes from part to part of a tank: before the walk how it begins, then the map, the part at hand and the rest. */
const props = defineProps<{
  walk: Pick<
    ReturnType<typeof useWalk<'soap' | 'smoke' | 'look', string>>,
    | 'id'
    | 'job'
    | 'error'
    | 'refresh'
    | 'standing'
    | 'now'
    | 'take'
    | 'session'
    | 'saving'
    | 'problem'
    | 'test'
    | 'parts'
    | 'picked'
    | 'at'
    | 'known'
    | 'finding'
    | 'recorded'
    | 'drawn'
    | 'looks'
    | 'end'
  >
  title: string
  subtitle: string
  /** what has to be read before it begins */
  act: WorkAct
  /** the button that ends it, and whether it is the next thing to do */
  endWords: string
  over?: boolean
  /** what a find can look like */
  shows: readonly FindLook[]
  /** what the map shows besides parts and leaks */
  map?: Pick<InstanceType<typeof TankMap>['$props'], 'circuit' | 'flow'>
  trouble?: string | null
}>()
const { id, job, error, refresh, standing, now, take, session, saving, problem, test, parts } = props.walk
const { picked, at, known, finding, recorded, drawn, looks, end } = props.walk
const mustRead = useMustRead(job, props.act)
const findForm = useTemplateRef('findForm')
</script>

<template>
  <PageState v-if="!job || !standing" :error="error" @retry="refresh" />
  <div v-else class="page space-y-3">
    <header class="flex flex-wrap items-start justify-between gap-3">
      <div>
        <NuxtLink :to="`/jobs/${job.id}`" class="soft font-semibold hover:underline"
          >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
        >
        <h1>{{ test ? `${title} ${test.number}` : title }}</h1>
        <p class="soft">{{ subtitle }}</p>
        <p v-if="test?.earlyReason" class="time font-semibold">Before the repair cured: {{ test.earlyReason }}</p>
      </div>
      <slot v-if="session.mayWork && !mustRead" name="actions" />
      <UButton
        v-if="test && session.mayWork"
        color="neutral"
        size="xl"
        :variant="over ? 'solid' : 'outline'"
        :loading="saving"
        @click="end"
        >{{ endWords }}</UButton
      >
    </header>
    <p v-if="problem || trouble" role="alert" class="leaking font-medium">{{ problem ?? trouble }}</p>
    <WaitingHere :job-id="job.id" :now="now" />

    <template v-if="!test">
      <CautionList v-if="mustRead" :job="job" :act="act" @read="take" />
      <slot v-else-if="session.mayWork" name="start" :job="job" />
      <slot name="last" :job="job" />
    </template>

    <div v-else class="grid grid-cols-[minmax(0,1fr)] items-start gap-3 lg:grid-cols-[minmax(0,1fr)_19rem]">
      <div class="min-w-0 space-y-3">
        <slot name="above" />
        <section class="sheet" aria-label="Map">
          <TankMap
            :kind="job.tankKind"
            :parts="parts"
            :leaks="drawn"
            :looks="looks"
            :picked="picked"
            pickable
            v-bind="map"
            @pick="finding ? undefined : (picked = $event)"
            @place="(x, y) => findForm?.place(x, y)"
          />
          <slot name="map" />
        </section>
        <slot name="between" :job="job" />
        <section v-if="at && session.mayWork" class="sheet" aria-label="What this part shows">
          <div class="mb-3 flex flex-wrap items-baseline justify-between gap-2">
            <h2 class="text-xl font-bold text-(--ink)">{{ at.name }}</h2>
            <slot name="clock" />
          </div>
          <slot v-if="!finding" name="before" :part="at" />
          <slot name="doubt" :part="at" />
          <template v-if="finding">
            <FindForm
              ref="findForm"
              v-model="finding"
              :job-id="id"
              :path="`tests/${test.id}/finds`"
              :shows="shows"
              :part="at"
              :known="known"
              @recorded="recorded"
              @close="finding = null"
            />
            <slot name="find" :part="at" />
          </template>
          <slot v-else name="marks" :part="at" />
        </section>
        <slot name="below" :job="job" />
      </div>
      <slot name="aside" :job="job" />
    </div>
    <slot name="end" :job="job" />
  </div>
</template>
