<script setup lang="ts">
import { letterheadSchema, type LetterheadForm } from '#shared/schemas/handBack'
import type { LetterheadView } from '#shared/views'

/** What the shop calls itself on records and cards. */
const { value: shop } = useRefreshed(
  () => callApi<LetterheadView>('shop'),
  notice => notice.topics.includes('figures'),
)
const state = ref<LetterheadForm>({ name: '', line: '' })
watch(shop, now => {
  if (now) state.value = { name: now.name, line: now.line }
})
const form = useTemplateRef('form')
const { saving, problem, save } = useSave()
const kept = ref(false)
const submit = () =>
  save(async () => {
    shop.value = await callApi<LetterheadView>('shop', 'PUT', state.value)
    kept.value = true
  }, form.value)
const picker = useTemplateRef('picker')
const setMark = (event: Event) => {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file)
    void save(async () => {
      shop.value = await callApi<LetterheadView>('shop/mark', 'PUT', file)
    })
}
</script>

<template>
  <SchemaForm
    ref="form"
    :problem="problem"
    :schema="letterheadSchema"
    :state="state"
    class="sheet mt-5 grid gap-4 p-5 sm:grid-cols-2"
    @submit="submit"
  >
    <h2 class="sm:col-span-2">The shop, as records and owners’ cards name it</h2>
    <UFormField label="The shop’s name" name="name"><UInput v-model="state.name" autocomplete="organization" /></UFormField>
    <UFormField label="Where, and how it is reached" name="line"><UInput v-model="state.line" autocomplete="off" /></UFormField>
    <div class="flex flex-wrap items-center gap-3 sm:col-span-2">
      <img
        v-if="shop?.mark"
        :src="`/api/shop/mark?of=${shop.mark}`"
        alt="The shop’s mark"
        class="max-h-16 rounded bg-white p-1"
      />
      <input ref="picker" type="file" accept="image/*" class="sr-only" aria-label="The shop’s mark" @change="setMark" />
      <UButton
        type="button"
        color="neutral"
        variant="outline"
        class="min-h-11"
        icon="i-lucide-image-up"
        @click="picker?.click()"
        >{{ shop?.mark ? 'Another mark' : 'Choose a mark' }}</UButton
      >
    </div>
    <template #actions>
      <div class="flex items-center gap-3 sm:col-span-2">
        <UButton type="submit" color="neutral" size="xl" :loading="saving">Keep the name</UButton>
        <span v-if="kept" role="status" class="soft">Kept.</span>
      </div>
    </template>
  </SchemaForm>
</template>
