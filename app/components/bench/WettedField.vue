<script setup lang="ts">
/** How much of the tank is liquid: gas says nothing of the parts under it, so somebody has to say. */
const share = defineModel<number>({ required: true })
const quick = [
  { share: 0, word: 'None, drained' },
  { share: 0.25, word: 'A quarter' },
  { share: 0.5, word: 'Half' },
] as const
const typed = computed<number | null>({
  get: () => (Number.isNaN(share.value) ? null : share.value),
  set: value => {
    share.value = value ?? NaN
  },
})
</script>

<template>
  <UFormField label="Fuel in the tank" name="wettedShare" help="Parts under liquid are not under test by gas.">
    <div class="flex flex-wrap items-center gap-2">
      <UButton
        v-for="each in quick"
        :key="each.word"
        type="button"
        color="neutral"
        :variant="share === each.share ? 'solid' : 'outline'"
        :aria-pressed="share === each.share"
        class="min-h-11"
        @click="share = each.share"
        >{{ each.word }}</UButton
      >
      <QuantityInput v-model="typed" kind="share" class="w-28" aria-label="Fuel in the tank, share of full" />
    </div>
  </UFormField>
</template>
