<script setup lang="ts">
import type { RepairMethodKey } from '#core/repair/method/repairMethods'
import { ofSmall } from '#core/repair/decide/repairOrRenew'
import { isStaged } from '#core/repair/stage/stages'
import { repairMethodName } from '#core/repair/method/repairMethods'
import { decide, defectOf, triedOn } from '#shared/repair/decision'
import { openRuns } from '#shared/repair/runView'
import type { JobView } from '#shared/views'

/** How a leak is mended: what is there, the ways that can work, what each comes to, and which was chosen. */
const route = useRoute()
const id = String(route.params.id)
const leakId = String(route.params.leak)
const session = useSession()
const { job, error, refresh, standing, take, now } = useJob(id)
const { side, setFigure } = useShopSide()
const { short } = useQuantities()
const leak = computed(() => job.value?.leaks.find(each => each.id === leakId))
const part = computed(() => job.value?.parts.find(each => each.id === leak.value?.partId))
const parts = computed(() => job.value?.parts.filter(each => each.removedAt === null) ?? [])
const card = computed(() => job.value && defectOf(job.value, leakId))
const decision = computed(() => job.value && side.value && decide(job.value, leakId, side.value))
const there = computed(() => (card.value ? defectWords(card.value.defect, short) : []))
const byMoney = ref(true)
const by = computed(() => (decision.value?.rates && byMoney.value ? 'cost' : 'days'))
const cardOpen = ref(false),
  figuresOpen = ref(false),
  choiceOpen = ref(false)
const asking = ref<RepairMethodKey | null>(null)
const beginning = ref<RepairMethodKey | null>(null)
const best = computed(() => decision.value?.ways[0] ?? null)
/** A repair of it that is under way. */
const running = computed(() => job.value && openRuns(job.value, now.value).find(run => run.leakIds.includes(leakId)))
function begin(method: RepairMethodKey) {
  if (isStaged(method)) beginning.value = method
  else void navigateTo(`/jobs/${id}/new-tank`)
}
const begun = (runId: string, view: JobView) => {
  take(view)
  void navigateTo(`/bench/repairs/${id}/${runId}`)
}
const history = computed(() => {
  if (!job.value) return []
  return job.value.repairs
    .filter(repair => repair.leakIds.includes(leakId) && !repair.struck)
    .map(repair => `${repairMethodName(repair.method)}, ${clockText(repair.at, now.value)}`)
})
const cameBack = computed(() =>
  job.value ? Object.values(triedOn(job.value, leakId)).reduce((sum, each) => sum + (each ?? 0), 0) : 0,
)
const pays = computed(() => {
  const its = decision.value?.pays
  if (!its) return null
  const quick = upperFirst(its.quick.method.doing)
  const sure = lowerFirst(its.sure.method.doing)
  const what = its.by === 'days' ? 'saves days' : 'pays'
  if (its.from >= 1) return { head: `“${quick}” never ${what} here`, rest: `against “${sure}”, however often it holds.` }
  if (its.from <= 0)
    return { head: `“${quick}” ${what} here`, rest: `against “${sure}”, even if it rarely holds: little is lost by trying.` }
  return { head: `“${quick}” ${what} only if it holds in more than ${ofSmall(its.from)}`, rest: `against “${sure}”.` }
})
const record = computed(() => {
  const its = decision.value?.pays && side.value?.held[decision.value.pays.quick.method.key]
  return its && its.held + its.back > 0 ? `In this shop it held in ${its.held} of ${its.held + its.back}.` : ''
})
const may = () => session.mayWork && job.value !== null
useActionKeys('How to mend it', [
  { key: 'e', label: 'Change what is there', run: () => (cardOpen.value = true), when: may },
  {
    key: 'enter',
    label: 'Do the default',
    run: () => best.value && begin(best.value.method.key),
    when: () => may() && !!best.value && document.activeElement === document.body,
  },
  { key: 'j', label: 'To the job', run: () => void navigateTo(`/jobs/${id}`) },
])
</script>

<template>
  <PageState v-if="!job || !standing || !card" :error="error" @retry="refresh" />
  <div v-else-if="!leak || !part" class="page"><p class="sheet">This leak is not on this job.</p></div>
  <div v-else class="page space-y-3">
    <header class="flex flex-wrap items-end justify-between gap-3">
      <div class="min-w-0">
        <NuxtLink :to="`/jobs/${id}`" class="soft font-semibold hover:underline"
          >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
        >
        <h1>Leak {{ leak.number }}, {{ lowerFirst(part.name) }}: how to mend it</h1>
      </div>
      <ThumbBar>
        <UButton v-if="running" :to="`/bench/repairs/${id}/${running.id}`" color="neutral" size="xl"
          >Go on with the repair</UButton
        >
        <UButton v-else-if="session.mayWork && !card.filled" color="neutral" size="xl" @click="cardOpen = true"
          >Say what is there<span class="key max-sm:hidden">E</span></UButton
        >
        <UButton v-else-if="session.mayWork && best" color="neutral" size="xl" @click="begin(best.method.key)"
          >Do this: {{ lowerFirst(best.method.doing) }}<span class="key max-sm:hidden">Enter</span></UButton
        >
      </ThumbBar>
    </header>

    <section
      class="sheet grid grid-cols-[minmax(0,1fr)] gap-4 md:grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)]"
      aria-labelledby="there-title"
    >
      <TankMap
        :kind="job.tankKind"
        :parts="parts"
        :leaks="mapLeaks(job, standing.ledger).filter(each => each.id === leakId)"
        :picked="part.id"
      />
      <div>
        <h2 id="there-title" class="mb-1">What is there</h2>
        <p class="text-[1.1rem]">
          <b class="font-semibold">{{ there[0] }}</b> {{ there.slice(1).join(' ') }}
        </p>
        <p class="soft mt-2">
          <template v-if="history.length"
            >{{ history.join('; ') }}<template v-if="cameBack">: it came back</template>.
          </template>
          <template v-if="job.craft.kind === 'light aircraft'"
            >It carries people: approved data before a repair counts.
          </template>
          <template v-if="!card.filled">This is what is usual on such a part; nobody has looked yet. </template>
          <UButton
            v-if="session.mayWork"
            color="neutral"
            variant="link"
            class="min-h-11 px-0 underline"
            @click="cardOpen = true"
            >Change</UButton
          >
        </p>
      </div>
    </section>

    <p v-if="!decision" class="sheet soft">Weighing it up …</p>
    <template v-else>
      <section class="sheet" aria-labelledby="ways-title">
        <h2 id="ways-title">Ways to mend it</h2>
        <p v-if="decision.ranking.school" class="soft mb-1 text-sm">
          {{ upperFirst(decision.ranking.school.question) }}. The trade’s default: {{ decision.ranking.school.why }}.
        </p>
        <ul class="divide-y divide-(--hair)">
          <WayRow
            v-for="way in decision.ways"
            :key="way.method.key"
            :way="way"
            :job="job"
            :record="side?.held[way.method.key]"
            :now="now"
            @begin="begin(way.method.key)"
            @ask="asking = way.method.key"
          />
        </ul>
        <p v-if="!decision.ways.length" class="leaking py-2 font-semibold">
          Nothing that this shop does can work on what is there.
        </p>
        <details class="border-t border-(--hair) pt-2">
          <summary class="min-h-11 cursor-pointer py-2 font-semibold">Not here, {{ decision.ranking.notHere.length }}</summary>
          <p v-for="each in decision.ranking.notHere" :key="each.method.key" class="soft py-0.5">
            <span class="text-(--ink)">{{ each.method.doing }}</span>: {{ each.why }}.
          </p>
        </details>
      </section>
      <div class="grid grid-cols-[minmax(0,1fr)] gap-3 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
        <section class="sheet" aria-labelledby="weigh-title">
          <div class="mb-2 flex flex-wrap items-center justify-between gap-2">
            <h2 id="weigh-title">
              {{ by === 'days' ? 'Days until it is back in use' : 'What it comes to' }}, with what follows if it does not hold
            </h2>
            <TapChoice
              v-if="decision.rates"
              :model-value="by"
              :options="['cost', 'days']"
              :words="{ cost: 'Money', days: 'Days' }"
              several
              label="Weighed by"
              @update:model-value="byMoney = $event === 'cost'"
            />
          </div>
          <WeighBars :ways="decision.ways.slice(0, 6)" :by="by" />
          <p class="soft mt-2 text-sm">A tenth of such jobs lie outside each end of a bar.</p>
          <UButton
            v-if="session.mayWork"
            color="neutral"
            variant="link"
            class="min-h-11 px-0 underline"
            @click="figuresOpen = true"
            >{{
              decision.rates ? 'Change what it costs here' : 'Say what an hour costs here, and it is weighed in money too'
            }}</UButton
          >
        </section>
        <section class="sheet" aria-labelledby="sentence-title">
          <h2 id="sentence-title" class="mb-1">In one sentence</h2>
          <p v-if="pays" class="text-[1.1rem]">
            <b class="font-semibold">{{ pays.head }}</b>, {{ pays.rest }} {{ record }}
          </p>
          <p v-else-if="best" class="text-[1.1rem]">
            <b class="font-semibold">{{ best.method.doing }}.</b> Nothing quicker can work here.
          </p>
          <div class="mt-3 flex flex-wrap gap-2">
            <UButton :to="`/jobs/${id}/owner?leak=${leakId}`" color="neutral" variant="outline" class="min-h-11"
              >Page for the owner</UButton
            >
            <UButton v-if="session.mayWork" color="neutral" variant="outline" class="min-h-11" @click="choiceOpen = true"
              >Record the choice</UButton
            >
            <UButton
              v-if="session.mayWork"
              :to="`/jobs/${id}?repair=${leakId}`"
              color="neutral"
              variant="ghost"
              class="min-h-11"
              >It is mended already</UButton
            >
          </div>
          <p v-for="each in job.choices.filter(one => one.leakId === leakId && !one.struck)" :key="each.id" class="soft mt-2">
            Chosen {{ clockText(each.at, now) }} by {{ each.chosenBy }}:
            {{ lowerFirst(decision.ways.find(way => way.method.key === each.method)?.method.doing ?? each.method) }}.
          </p>
        </section>
      </div>
      <FiguresPanel v-if="side" v-model:open="figuresOpen" :figures="side.figures" :ways="decision.ways" :set="setFigure" />
      <ChoicePanel
        v-model:open="choiceOpen"
        :job="job"
        :leak-id="leakId"
        :ways="decision.ways"
        :priced="decision.rates !== null"
        @done="take"
      />
    </template>
    <DefectPanel v-model:open="cardOpen" :job="job" :leak-id="leakId" @done="take" />
    <ApprovalPanel v-model:method="asking" :job="job" :now="now" @done="take" />
    <BeginPanel
      v-if="side"
      v-model:method="beginning"
      :job="job"
      :leak-ids="[leakId]"
      :materials="side.materials"
      @begun="begun"
    />
  </div>
</template>
