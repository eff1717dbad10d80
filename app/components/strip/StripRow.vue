<script setup lang="ts">
import type { Fixing } from '#core/circuit/fixings'
import { parseTorque } from '#core/quantity/parseTorque'
import { fixingConditions } from '#core/repair/joint/whileInThere'
import { stripSchema, type StripDetails } from '#shared/record/kinds/strip'

/**
 * One thing to take off: a tap logs it; opened, its mark, way, fastener, condition and photograph go with it. Once off it keeps
 * its place and size.
 */
const props = defineProps<{
  fixing: Pick<Fixing, 'key' | 'name' | 'carries' | 'forgotten' | 'away'> | null
  /** next number of a ring */
  number: number
  /** how it is marked, once it is off, and whether its other end is off too, where it has one */
  done?: { mark: string; otherEnd: boolean | null } | null
}>()
const emit = defineEmits<{ off: [details: StripDetails, photo: Blob | null]; absent: []; otherEnd: [] }>()
const open = ref(false)
const blank = () => ({ name: props.fixing?.name ?? '', mark: '', facing: '', fastener: '', torque: '', condition: '' })
const { draft: form, clear } = useDraft(`strip:${String(useRoute().params.id)}:${props.fixing?.key ?? 'else'}`, blank)
const photo = shallowRef<Blob | null>(null)
const problem = ref<string | null>(null)
const called = computed(() => props.fixing?.name ?? 'something else')
/** Said only where the name does not say it. */
const carries = computed(() =>
  props.fixing?.carries && !called.value.toLowerCase().includes(props.fixing.carries) ? props.fixing.carries : null,
)
function pick(event: Event) {
  photo.value = (event.target as HTMLInputElement).files?.[0] ?? null
}
function off() {
  if (!form.value.name.trim()) {
    open.value = true
    return
  }
  problem.value = null
  const typed = form.value.torque.trim()
  const torque = typed === '' ? null : (parseTorque(typed) ?? NaN)
  try {
    stripSchema.validateSyncAt('torque', { torque })
  } catch (error) {
    problem.value = (error as Error).message
    return
  }
  const { id: _, ...details } = form.value
  emit('off', { ...details, name: props.fixing?.name ?? details.name, torque }, photo.value)
  clear()
  open.value = false
  photo.value = null
}
</script>

<template>
  <div class="py-1.5">
    <StripLine>
      <p class="font-medium leading-snug">
        <template v-if="fixing"
          >{{ fixing.name }}<span v-if="done" class="sr-only">: off</span
          ><span v-if="carries" class="soft"> · carries {{ carries }}</span></template
        >
        <template v-else>Something else</template>
      </p>
      <p class="flex min-h-8 flex-wrap items-center gap-x-2 text-sm">
        <template v-if="done"
          ><b class="sealed flex items-center gap-1.5"><StateSign look="sealed" :size="16" /> off</b
          ><span class="time font-semibold">{{ done.mark }}</span
          ><span v-if="done.otherEnd" class="soft">other end off too</span
          ><button
            v-else-if="done.otherEnd === false"
            type="button"
            class="min-h-8 cursor-pointer font-semibold underline underline-offset-4"
            :aria-label="`Other end of ${called} is off too`"
            @click="emit('otherEnd')"
          >
            other end?
          </button></template
        >
        <template v-else>
          <button
            type="button"
            class="soft min-h-8 cursor-pointer underline underline-offset-4"
            :aria-expanded="open"
            :aria-label="`Details of ${called}`"
            @click="open = !open"
          >
            Details
          </button>
          <span v-if="fixing?.away" class="soft">if need be</span
          ><span v-if="fixing?.forgotten" class="time font-semibold">often forgotten</span>
        </template>
      </p>
      <template #act>
        <template v-if="!done">
          <label class="camera" :class="photo && 'has'">
            <UIcon name="i-lucide-camera" class="size-5" /><span class="sr-only">Photograph of {{ called }}</span>
            <input type="file" accept="image/*" capture="environment" class="sr-only" @change="pick" />
          </label>
          <UButton type="button" color="neutral" class="h-12 px-5" @click="off">Off</UButton>
        </template>
      </template>
    </StripLine>
    <p v-if="problem" role="alert" class="leaking mt-1 font-medium">{{ problem }}</p>
    <div v-if="open && !done" class="mb-2 mt-1 grid gap-3 sm:grid-cols-2">
      <UInput v-if="!fixing" v-model="form.name" placeholder="What came off" aria-label="What came off" />
      <div class="flex gap-2">
        <UInput v-model="form.mark" class="flex-1" placeholder="How it is marked" :aria-label="`Mark of ${called}`" />
        <UButton type="button" color="neutral" variant="outline" class="min-h-11" @click="form.mark = `ring ${number}`"
          >Ring {{ number }}</UButton
        >
      </div>
      <UInput v-model="form.facing" placeholder="Which way it faced" :aria-label="`Which way ${called} faced`" />
      <UInput v-model="form.fastener" placeholder="Fastener and socket" :aria-label="`Fastener of ${called}`" />
      <UInput v-model="form.torque" placeholder="Torque: 9 N·m, 80 lbf in" :aria-label="`Torque of ${called}`" />
      <TapChoice
        :model-value="form.condition"
        :options="fixingConditions"
        :label="`Condition of ${called}`"
        @update:model-value="form.condition = String($event ?? '')"
      />
      <UButton
        v-if="fixing"
        type="button"
        color="neutral"
        variant="ghost"
        class="min-h-11 justify-self-start"
        @click="emit('absent')"
        >This tank has none</UButton
      >
    </div>
  </div>
</template>

<style scoped>
.camera {
  display: grid;
  place-items: center;
  flex: none;
  width: 2.75rem;
  height: 2.75rem;
  border: 1px solid var(--hair);
  border-radius: 0.375rem;
  cursor: pointer;
}
.camera.has {
  background: var(--sealed-soft);
  border-color: var(--sealed);
}
.camera:focus-within {
  outline: 3px solid var(--time);
  outline-offset: 2px;
}
</style>
