export default defineAppConfig({
  ui: {
    button: { slots: { base: 'font-semibold cursor-pointer' }, defaultVariants: { size: 'lg' } },
    input: { slots: { root: 'w-full', base: 'text-base' }, defaultVariants: { size: 'xl' } },
    textarea: { slots: { root: 'w-full', base: 'text-base' }, defaultVariants: { size: 'xl' } },
    select: { slots: { base: 'w-full text-base' }, defaultVariants: { size: 'xl' } },
    // Beside the button that closes it.
    modal: { slots: { wrapper: 'pe-12' } },
    slideover: { slots: { wrapper: 'pe-12' } },
    formField: { slots: { label: 'font-semibold', error: 'mt-1.5 font-medium' } },
  },
})
