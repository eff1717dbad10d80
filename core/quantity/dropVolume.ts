/** A drop of fuel that falls, m3: 0.02 to 0.03 mL by its surface tension and by what it hangs on. Source: general trade practice. */
export const DROP_VOLUME = 0.025e-6
export const DROP_FROM = 0.02e-6
export const DROP_TO = 0.03e-6
