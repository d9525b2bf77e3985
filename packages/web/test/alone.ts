import { disableAutoUnmount, enableAutoUnmount } from '@vue/test-utils'
import { afterEach, vi } from 'vitest'

// A page that stays open goes on saving drafts and asking the server, into whichever test comes next.
disableAutoUnmount()
enableAutoUnmount(afterEach)

/** Where a test names no server there is none: nothing goes out to whatever listens on the machine. */
globalThis.fetch = () => Promise.reject(new TypeError('no server in this test'))

/** A busy machine takes as long as it takes: what a test waits for may come late, and is not wrong for that. */
const LONG = 50_000
const { waitFor } = vi
const patiently: typeof waitFor = (check, options) => waitFor(check, typeof options === 'number' ? options : { timeout: LONG, ...options })
if (waitFor.name !== 'patiently') vi.waitFor = patiently
