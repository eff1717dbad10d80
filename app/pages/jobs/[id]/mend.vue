<script setup lang="ts">
import { isSkin } from '#core/circuit/service'
import { unsuited } from '#core/repair/method/fit'
import { isRepairMethodKey, repairMethods, type RepairMethodKey } from '#core/repair/method/repairMethods'
import { isStaged } from '#core/repair/stage/stages'
import type { PartFamily } from '#core/circuit/boundary'
import type { JobView } from '#shared/views'

/** Work without a leak: lining before it leaks, re-sealing a bay, renewing every hose. The same stages, the same evidence. */
const route = useRoute()
const id = String(route.params.id)
const session = useSession()
const { job, error, refresh, take } = useJob(id)
const { materials } = useMaterials()
const parts = computed(() => job.value?.parts.filter(part => part.removedAt === null) ?? [])
const chosen = ref<string[]>([])
const method = ref<RepairMethodKey | null>(
  isRepairMethodKey(String(route.query.of)) ? (route.query.of as RepairMethodKey) : null,
)
const beginning = ref<RepairMethodKey | null>(null)
const hoses: readonly PartFamily[] = ['hose', 'filler hose', 'vent hose', 'vapour hose', 'feed', 'return', 'crossover']
const sets = computed(() =>
  [
    { words: 'The whole skin', ids: parts.value.filter(part => isSkin(part.family)).map(part => part.id) },
    { words: 'Every hose', ids: parts.value.filter(part => hoses.includes(part.family)).map(part => part.id) },
    {
      words: 'Every rivet row and rib',
      ids: parts.value.filter(part => part.family === 'rivets' || part.family === 'rib').map(part => part.id),
    },
  ].filter(set => set.ids.length > 0),
)
watch(
  parts,
  all => {
    if (chosen.value.length === 0 && method.value === 'liner')
      chosen.value = all.filter(part => isSkin(part.family)).map(part => part.id)
  },
  { immediate: true },
)
const ways = computed(() => {
  const tank = job.value
  if (!tank || chosen.value.length === 0) return []
  const families = parts.value.filter(part => chosen.value.includes(part.id)).map(part => part.family)
  return repairMethods
    .filter(each => isStaged(each.key) && each.counts === 'lasting')
    .filter(each =>
      families.every(family => unsuited(each.key, { material: tank.material, craft: tank.craft.kind, family }) === null),
    )
})
watch(ways, list => {
  if (method.value && list.length > 0 && !list.some(each => each.key === method.value)) method.value = null
})
const begun = (runId: string, view: JobView) => {
  take(view)
  void navigateTo(`/bench/repairs/${id}/${runId}`)
}
</script>

<template>
  <PageState v-if="!job" :error="error" @retry="refresh" />
  <div v-else class="page max-w-4xl space-y-3">
    <header>
      <NuxtLink :to="`/jobs/${id}`" class="soft font-semibold hover:underline"
        >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
      >
      <h1>Work without a leak</h1>
      <p class="soft">Before it leaks: the same stages, the same cure, and every part that was worked on is proved anew.</p>
    </header>
    <section class="sheet space-y-4">
      <div>
        <h2 class="mb-2">On what</h2>
        <div class="mb-3 flex flex-wrap gap-2">
          <UButton
            v-for="set in sets"
            :key="set.words"
            color="neutral"
            variant="subtle"
            class="min-h-11"
            @click="chosen = set.ids"
            >{{ set.words }}</UButton
          >
        </div>
        <TapChoice
          v-model="chosen"
          :options="parts.map(part => part.id)"
          :words="Object.fromEntries(parts.map(part => [part.id, part.name]))"
          label="On what"
        />
      </div>
      <div v-if="chosen.length">
        <h2 class="mb-2">What is done</h2>
        <TapChoice
          v-model="method"
          :options="ways.map(each => each.key)"
          :words="Object.fromEntries(ways.map(each => [each.key, each.doing]))"
          several
          label="What is done"
        />
        <p v-if="!ways.length" class="unsure font-medium">Nothing that this shop does fits all of these. Choose fewer.</p>
      </div>
      <p v-if="!chosen.length" class="soft">Choose what is worked on; then the ways that fit it are shown.</p>
      <ThumbBar v-if="session.mayWork">
        <UButton color="neutral" size="xl" :disabled="!method || !chosen.length" @click="beginning = method">Begin</UButton>
      </ThumbBar>
    </section>
    <BeginPanel
      v-if="materials"
      v-model:method="beginning"
      :job="job"
      :leak-ids="[]"
      :part-ids="chosen"
      :materials="materials"
      @begun="begun"
    />
  </div>
</template>
