<script setup lang="ts">
/** How far a tank leans: typed, or taken from a phone that lies flat on it. */
withDefaults(defineProps<{ label?: string }>(), { label: 'Leans by, if it does' })
const tilt = defineModel<number | null>({ required: true })
const { on, problem, angle, shake, start, stop } = useTilt()
const { figure, short } = useQuantities()
/** A phone that is held shakes by more than this, rad; one that lies does not. */
const STILL = 0.006
/** Lean of which the form takes no more, rad. */
const MOST = Math.PI / 4
const lies = computed(() => shake.value !== null && shake.value < STILL)
function keep() {
  tilt.value = angle.value === null ? null : Math.min(MOST, Math.round((angle.value * 1800) / Math.PI) * (Math.PI / 1800))
  stop()
}
</script>

<template>
  <div class="flex flex-wrap items-end gap-2">
    <UFormField :label="label" name="tilt"><QuantityInput v-model="tilt" kind="angle" class="w-36" /></UFormField>
    <UButton
      v-if="!on"
      type="button"
      color="neutral"
      variant="outline"
      class="min-h-11"
      icon="i-lucide-smartphone"
      @click="start"
      >Measure with this phone</UButton
    >
    <template v-else>
      <p class="figure text-3xl font-semibold" role="status" data-testid="tilt">
        {{ angle === null ? '–' : figure('angle', angle, 1) }}<small class="soft">°</small>
      </p>
      <UButton type="button" color="neutral" class="min-h-11" :disabled="angle === null || !lies" @click="keep">{{
        lies ? `Keep ${short('angle', angle ?? 0, 2)}` : 'Lay it down and let go'
      }}</UButton>
      <UButton type="button" color="neutral" variant="link" class="min-h-11" @click="stop">Leave it</UButton>
    </template>
    <p v-if="on" class="soft w-full text-sm">
      Lay it flat, screen up, on a face that is level when the craft is: a hatch edge, the frame, the tank’s top.
    </p>
    <p v-if="problem" role="alert" class="unsure w-full font-semibold">{{ problem }}</p>
  </div>
</template>
