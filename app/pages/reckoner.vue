<script setup lang="ts">
/** The Reckoner: the calculators on their own, for quick questions. */
const tabs = [
  { label: 'Will a hold see it', value: 'plan' },
  { label: 'What a rate means', value: 'rate' },
  { label: 'Drops and bubbles', value: 'count' },
  { label: 'Column and sensor', value: 'scale' },
  { label: 'Balloon and weather', value: 'balloon' },
  { label: 'Weight and vapour', value: 'weight' },
  { label: 'Mix and cure', value: 'mix' },
  { label: 'How much', value: 'amount' },
  { label: 'O-ring', value: 'ring' },
  { label: 'Thread and clamp', value: 'thread' },
] as const
type Tab = (typeof tabs)[number]['value']
const route = useRoute()
const tab = computed<Tab>({
  get: () => tabs.find(each => each.value === route.query.of)?.value ?? 'plan',
  set: value => void navigateTo({ query: value === 'plan' ? {} : { of: value } }, { replace: true }),
})
const names = tabs.map(each => each.value)
const words = Object.fromEntries(tabs.map(each => [each.value, each.label])) as Record<Tab, string>
useActionKeys(
  'Reckoner',
  tabs.map((each, i) => ({
    key: String((i + 1) % 10),
    label: each.label,
    run: () => {
      tab.value = each.value
    },
  })),
)
</script>

<template>
  <div class="page max-w-4xl space-y-3">
    <header>
      <h1>Reckoner</h1>
      <p class="soft">Quick answers without a job. Nothing here is kept on a record.</p>
    </header>
    <TapChoice v-model="tab" :options="names" :words="words" several label="What to reckon" />
    <PlanReckoner v-if="tab === 'plan'" />
    <RateReckoner v-else-if="tab === 'rate'" />
    <template v-else-if="tab === 'count'">
      <WatchReckoner />
      <CountReckoner />
    </template>
    <ScaleReckoner v-else-if="tab === 'scale'" />
    <BalloonReckoner v-else-if="tab === 'balloon'" />
    <WeightReckoner v-else-if="tab === 'weight'" />
    <MixReckoner v-else-if="tab === 'mix'" />
    <AmountReckoner v-else-if="tab === 'amount'" />
    <ORingReckoner v-else-if="tab === 'ring'" />
    <ThreadReckoner v-else />
  </div>
</template>
