import { ref } from 'vue'

/**
 * True while figures are read in the unit that the machine does not count in. On this tablet until it is turned off, loaded anew
 * or somebody else signs in: nobody should find a screen in the other unit that they have not asked for.
 */
export const inOther = ref(false)
