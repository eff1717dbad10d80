<template>
  <div class="thumb no-print"><slot /></div>
</template>

<style scoped>
/* The one next action of a page stays in reach of a thumb on a phone; where there is room it stands where it is written. */
.thumb {
  display: flex;
  flex-wrap: wrap;
  gap: 0.75rem;
}
@media (max-width: 40rem) {
  .thumb {
    position: sticky;
    bottom: calc(4rem + env(safe-area-inset-bottom));
    z-index: 15;
    flex-wrap: nowrap;
    margin-inline: -0.75rem;
    padding: 0.625rem 0.75rem;
    background: color-mix(in srgb, var(--bay) 92%, transparent);
    border-top: 1px solid var(--hair);
  }
  .thumb > :deep(:first-child) {
    flex: 1;
    justify-content: center;
  }
}
</style>
