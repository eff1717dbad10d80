<script setup lang="ts">
/** Figures large enough for gloves; a keyboard works as well. */
const pin = defineModel<string>({ required: true })
defineProps<{ busy: boolean; label: string }>()
const emit = defineEmits<{ done: [] }>()
const MOST = 8
const press = (figure: string) => {
  if (pin.value.length < MOST) pin.value += figure
}
</script>

<template>
  <form class="max-w-72" @submit.prevent="emit('done')">
    <label class="mb-2 block">
      <span class="mb-1 block font-semibold">{{ label }}</span>
      <UInput
        v-model="pin"
        type="password"
        inputmode="numeric"
        autocomplete="off"
        autofocus
        size="xl"
        class="w-full"
        :maxlength="MOST"
        name="pin"
      />
    </label>
    <div class="grid grid-cols-3 gap-2">
      <UButton
        v-for="figure in ['1', '2', '3', '4', '5', '6', '7', '8', '9']"
        :key="figure"
        type="button"
        color="neutral"
        variant="outline"
        class="figure min-h-14 justify-center text-xl"
        @click="press(figure)"
        >{{ figure }}</UButton
      >
      <UButton
        type="button"
        color="neutral"
        variant="ghost"
        class="min-h-14 justify-center"
        icon="i-lucide-delete"
        aria-label="Take the last figure back"
        @click="pin = pin.slice(0, -1)"
      />
      <UButton
        type="button"
        color="neutral"
        variant="outline"
        class="figure min-h-14 justify-center text-xl"
        @click="press('0')"
        >0</UButton
      >
      <UButton type="submit" color="neutral" class="min-h-14 justify-center" :loading="busy" :disabled="pin.length < 4"
        >Go on</UButton
      >
    </div>
  </form>
</template>
