import { disableAutoUnmount, enableAutoUnmount } from '@vue/test-utils'
import { afterEach } from 'vitest'

// A page that stays open goes on saving drafts and asking the server, into whichever test comes next.
disableAutoUnmount()
enableAutoUnmount(afterEach)

/** Where a test names no server there is none: nothing goes out to whatever listens on the machine. */
globalThis.fetch = () => Promise.reject(new TypeError('no server in this test'))
