import type { InjectionKey, Ref } from 'vue'

/** Names of the fields of a form that something is wrong with, for what folds its fields away. */
export const formFaultsKey: InjectionKey<Ref<readonly string[]>> = Symbol('fields with faults')
