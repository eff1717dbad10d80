<template>
  <button type="button" class="strike">Strike out</button>
</template>

<style scoped>
.strike {
  display: inline-block;
  min-height: 1.75rem;
  padding: 0 0.375rem;
  cursor: pointer;
  font-size: 0.875rem;
  color: var(--ink-soft);
  text-decoration: underline;
  text-underline-offset: 3px;
}
</style>
