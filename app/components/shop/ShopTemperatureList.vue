<script setup lang="ts">
import { shopTemperatureStrikeSchema } from '#shared/schemas/shopTemperature'
import type { ShopTemperatureView } from '#shared/views'

/** What was read off the shop's thermometer, the latest first; what is wrong is struck out with a reason. */
const props = defineProps<{ temperatures: readonly ShopTemperatureView[]; now: number }>()
const emit = defineEmits<{ struck: [read: ShopTemperatureView[]] }>()
const session = useSession()
const { short } = useQuantities()
const told = ({ temperature, lowest, since }: ShopTemperatureView) =>
  [
    temperature === null ? '' : short('temperature', temperature),
    lowest === null || since === null ? '' : `lowest ${short('temperature', lowest)} since ${clockText(since, props.now)}`,
  ]
    .filter(Boolean)
    .join(', ')
const striking = ref<string | null>(null)
const state = ref({ reason: '' })
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const strike = () =>
  save(async () => {
    emit('struck', await callApi(`temperatures/${striking.value}/strike`, 'POST', state.value))
    striking.value = null
    state.value = { reason: '' }
  }, form.value?.[0])
</script>

<template>
  <h3 class="mt-6 mb-1 font-semibold">Read so far</h3>
  <ul class="divide-y divide-(--hair)">
    <li v-for="each in temperatures" :key="each.id" class="py-2">
      <span class="figure" :class="each.struck && 'line-through'">{{ told(each) }}</span>
      <span class="soft block text-sm">
        {{ clockText(each.at, now) }}, {{ each.by }}{{ each.source === 'file' ? ', logger’s file' : '' }}
        <template v-if="each.struck">. Struck out: {{ each.struck }}</template>
        <StrikeLink v-else-if="session.mayWork && striking !== each.id" @click="striking = each.id" />
      </span>
      <SchemaForm
        v-if="striking === each.id"
        ref="form"
        :problem="problem"
        :schema="shopTemperatureStrikeSchema"
        :state="state"
        class="mt-2 space-y-3"
        @submit="strike"
      >
        <UFormField label="Why it no longer counts" name="reason"><UInput v-model="state.reason" autofocus /></UFormField>
        <template #actions><UButton type="submit" color="neutral" :loading="saving">Strike it out</UButton></template>
      </SchemaForm>
    </li>
  </ul>
</template>
