import { defineConfig } from '@playwright/test'

/** Chromium without its own traffic; as root it needs to run without its sandbox. */
const ARGS = [
  ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  // A name that is not this machine's own: what a browser has only on localhost is missing there.
  '--host-resolver-rules=MAP shop-floor.test 127.0.0.1',
]

export default defineConfig({
  outputDir: '../.rook/test-results',
  // Each test has a shop of its own.
  fullyParallel: true,
  workers: 2,
  // As long as a machine takes that does much else: how fast things are is for the benchmark to say.
  timeout: 480_000,
  expect: { timeout: 60_000 },
  // Once more, and named as flaky: a machine that does much else can lose a press. What fails twice has failed.
  retries: 1,
  // Each journey with its time: a whole run names the slowest.
  reporter: 'list',
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: process.env.CHROMIUM!, args: ARGS },
    trace: 'off',
    // A press that went nowhere is not waited for until the whole test has had its time.
    actionTimeout: 60_000,
    navigationTimeout: 60_000,
    // What moves for the eye’s sake costs a machine without a graphics card a third of its time; the interface is the same at rest.
    contextOptions: { reducedMotion: 'reduce' },
  },
  projects: [
    { name: 'journeys', testMatch: /journeys\/.*\.spec\.ts/ },
    { name: 'pictures', testMatch: /pictures\.spec\.ts/ },
  ],
})
