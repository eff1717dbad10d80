<script setup lang="ts">
import type { Fixing } from '#core/circuit/fixings'
import { parseNumber } from '#core/quantity/parseNumber'
import { stripSchema } from '#shared/schemas/strip'

/** One thing to take off: a tap logs it; opened, its mark, way, fastener, condition and photograph go with it. */
const props = defineProps<{ fixing: Pick<Fixing, 'key' | 'name' | 'carries' | 'forgotten'> | null, number: number, waiting: boolean }>()
const emit = defineEmits<{ off: [form: { name: string, mark: string, facing: string, fastener: string, torque: number | null, condition: string }, photo: Blob | null] }>()
const open = ref(props.fixing === null)
const form = reactive({ name: props.fixing?.name ?? '', mark: '', facing: '', fastener: '', torque: '', condition: '' })
const photo = shallowRef<Blob | null>(null)
const problem = ref<string | null>(null)
const conditions = ['good', 'perished', 'rusted', 'broken'] as const
function pick(event: Event) {
  photo.value = (event.target as HTMLInputElement).files?.[0] ?? null
}
function off() {
  if (!form.name.trim()) return
  problem.value = null
  const torque = form.torque.trim() === '' ? null : parseNumber(form.torque) ?? NaN
  try {
    stripSchema.validateSyncAt('torque', { torque })
  }
  catch (error) {
    problem.value = (error as Error).message
    return
  }
  emit('off', { ...form, torque, mark: form.mark || `ring ${props.number}` }, photo.value)
  if (props.fixing === null) Object.assign(form, { name: '', mark: '', facing: '', fastener: '', torque: '', condition: '' })
  photo.value = null
}
</script>

<template>
  <div class="py-2">
    <div class="flex flex-wrap items-center gap-2">
      <p class="min-w-0 flex-1 basis-48 font-medium">
        <template v-if="fixing">{{ fixing.name }}<span v-if="fixing.carries" class="soft"> · carries {{ fixing.carries }}</span><span v-if="fixing.forgotten" class="time text-sm font-semibold"> · often forgotten</span></template>
        <template v-else>Something else</template>
      </p>
      <UButton type="button" color="neutral" variant="ghost" class="min-h-11" :aria-expanded="open" :aria-label="`Details of ${fixing?.name ?? 'something else'}`" @click="open = !open">Details</UButton>
      <label class="camera" :class="photo && 'has'">
        <UIcon name="i-lucide-camera" class="size-5" /><span class="sr-only">Photograph of {{ fixing?.name ?? 'something else' }}</span>
        <input type="file" accept="image/*" capture="environment" class="sr-only" @change="pick">
      </label>
      <UButton type="button" color="neutral" class="h-12 px-5" :loading="waiting" @click="off">Off</UButton>
    </div>
    <p v-if="problem" role="alert" class="leaking mt-1 font-medium">{{ problem }}</p>
    <div v-if="open" class="mt-2 grid gap-3 sm:grid-cols-2">
      <UInput v-if="!fixing" v-model="form.name" placeholder="What came off" aria-label="What came off" />
      <UInput v-model="form.mark" :placeholder="`Mark: ring ${number}`" :aria-label="`Mark of ${fixing?.name ?? 'something else'}`" />
      <UInput v-model="form.facing" placeholder="Which way it faced" :aria-label="`Which way ${fixing?.name ?? 'something else'} faced`" />
      <UInput v-model="form.fastener" placeholder="Fastener and socket" :aria-label="`Fastener of ${fixing?.name ?? 'something else'}`" />
      <UInput v-model="form.torque" inputmode="decimal" placeholder="Torque, N·m" :aria-label="`Torque of ${fixing?.name ?? 'something else'}`" />
      <TapChoice :model-value="form.condition" :options="conditions" :label="`Condition of ${fixing?.name ?? 'something else'}`" @update:model-value="form.condition = String($event ?? '')" />
    </div>
  </div>
</template>

<style scoped>
.camera { display: grid; place-items: center; min-width: 2.75rem; min-height: 2.75rem; border: 1px solid var(--hair); border-radius: 0.375rem; cursor: pointer; }
.camera.has { background: var(--sealed-soft); border-color: var(--sealed); }
.camera:focus-within { outline: 3px solid var(--time); outline-offset: 2px; }
</style>
