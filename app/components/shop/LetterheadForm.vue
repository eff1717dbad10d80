<script setup lang="ts">
import { letterheadSchema, type LetterheadForm } from '#shared/schemas/handBack'

/** What the shop calls itself on records and cards. */
const { value: shop } = useRefreshed(
  () => callApi<LetterheadForm>('shop'),
  notice => notice.topics.includes('figures'),
)
const state = ref<LetterheadForm>({ name: '', line: '' })
watch(shop, now => {
  if (now) state.value = { ...now }
})
const form = useTemplateRef('form')
const { saving, problem, save } = useSave()
const kept = ref(false)
const submit = () =>
  save(async () => {
    shop.value = await callApi<LetterheadForm>('shop', 'PUT', state.value)
    kept.value = true
  }, form.value)
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
    <template #actions>
      <div class="flex items-center gap-3 sm:col-span-2">
        <UButton type="submit" color="neutral" size="xl" :loading="saving">Keep the name</UButton>
        <span v-if="kept" role="status" class="soft">Kept.</span>
      </div>
    </template>
  </SchemaForm>
</template>
