<script setup lang="ts">
import type { HuntView } from '#shared/practice'

/** How a hunt ends: handed back as tight, or given up. Then its debrief opens. */
const props = defineProps<{ huntId: string }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ ended: [hunt: HuntView] }>()
const { saving, problem, save } = useSave()
const end = (as: 'handed back' | 'given up') =>
  save(async () => {
    emit('ended', await callApi<HuntView>(`practice/hunts/${props.huntId}/end`, 'POST', { as }))
    open.value = false
    await navigateTo(`/practice/hunts/${props.huntId}`)
  })
</script>

<template>
  <UModal v-model:open="open" title="Done with this tank?" description="The debrief tells what it was, and cannot be untold.">
    <template #body>
      <div class="space-y-3">
        <UButton block size="xl" color="neutral" class="min-h-14 justify-start" :loading="saving" @click="end('handed back')"
          ><span class="text-left"
            ><span class="block font-semibold">Hand it back as tight</span
            ><span class="block text-sm font-normal opacity-80">Nothing leaks any more, I say.</span></span
          ></UButton
        >
        <UButton
          block
          size="xl"
          color="neutral"
          variant="outline"
          class="min-h-14 justify-start"
          :disabled="saving"
          @click="end('given up')"
          ><span class="text-left"
            ><span class="block font-semibold">Give up, and tell me</span
            ><span class="soft block text-sm font-normal">What it was, and the best way to it.</span></span
          ></UButton
        >
        <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
      </div>
    </template>
  </UModal>
</template>
