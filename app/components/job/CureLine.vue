<script setup lang="ts">
import type { RepairView } from '#shared/record/kinds/repair'

/** How far what a repair put on has cured, when it will have, and how that is reckoned. */
const props = defineProps<{ repair: RepairView; now: number }>()
defineEmits<{ thermometer: [] }>()
const session = useSession()
const { short } = useQuantities()
const share = computed(() => Math.floor(100 * curedShare(props.repair, props.now)))
</script>

<template>
  <span class="mt-1 block max-w-xl">
    <span class="block h-2 overflow-hidden rounded-full bg-(--hair)" role="presentation"
      ><span class="block h-full bg-(--time)" :style="{ width: `${share}%` }"
    /></span>
    <span class="mt-1 block">
      <b class="font-semibold text-(--ink)">{{ share }} % cured</b>:
      <template v-if="repair.curedAt === null">too cold, it stands still</template>
      <template v-else>cured {{ clockText(repair.curedAt, now) }} if it stays as warm</template>. Counted
      {{ cureReckoning(repair, now, short) }}.
      <button
        v-if="session.mayWork"
        type="button"
        class="min-h-7 cursor-pointer underline underline-offset-3"
        @click="$emit('thermometer')"
      >
        Read the thermometer
      </button>
    </span>
  </span>
</template>
