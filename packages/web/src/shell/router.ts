import { createRouter, createWebHistory } from 'vue-router'
import { watch } from 'vue'
import { useLive } from '../client/live.ts'
import { hasOpened, renew } from '../client/renewed.ts'
import { useSession } from '../client/session.ts'

/**
 * Loads in a task of its own. A step needs eighty files, and asking for them takes a slow tablet a tenth of a second:
 * what the page around it asks for is another task.
 */
const apart =
  <Loaded>(load: () => Promise<Loaded>) =>
  () =>
    new Promise((go) => setTimeout(go)).then(load)

/** A folder of `places/` per place; each is loaded when it is first gone to. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/floor' },
    { path: '/sign-in', name: 'sign-in', component: () => import('../places/sign-in/SignIn.vue'), meta: { open: true } },
    { path: '/floor', name: 'floor', component: () => import('../places/floor/Floor.vue') },
    { path: '/setup', name: 'setups', component: () => import('../places/setup/Setups.vue') },
    {
      path: '/setup/:setup',
      component: () => import('../places/setup/Setup.vue'),
      props: true,
      children: [
        { path: '', name: 'setup', component: () => import('../places/setup/SetupOverview.vue'), props: true },
        { path: 'step/:step', name: 'step', component: apart(() => import('../places/setup/StepPage.vue')), props: true },
        { path: 'go', name: 'go', component: () => import('../places/programs/GoPage.vue'), props: true },
        {
          path: 'routine/:routine',
          name: 'setup-routine',
          component: apart(() => import('../places/routine/FreeRoutine.vue')),
          props: true,
        },
      ],
    },
    { path: '/parts', name: 'parts', component: () => import('../places/parts/Parts.vue') },
    { path: '/parts/:part', name: 'part', component: () => import('../places/parts/PartPage.vue'), props: true },
    { path: '/programs/:issue', name: 'program', component: () => import('../places/programs/ProgramPage.vue'), props: true },
    { path: '/jobs/:job', name: 'job', component: () => import('../places/parts/JobPage.vue'), props: true },
    {
      path: '/parts/:part/new-operation',
      name: 'new-operation',
      component: () => import('../places/parts/OperationEditor.vue'),
      props: true,
    },
    { path: '/operations/:operation', name: 'operation', component: () => import('../places/parts/OperationPage.vue'), props: true },
    {
      path: '/operations/:operation/change',
      name: 'change-operation',
      component: () => import('../places/parts/OperationEditor.vue'),
      props: true,
    },
    { path: '/tools', name: 'tools', component: () => import('../places/tools/Tools.vue') },
    { path: '/tools/drawer', name: 'drawer', component: () => import('../places/tools/Drawer.vue') },
    { path: '/tools/drawer/new', name: 'new-tool', component: () => import('../places/tools/NewTool.vue') },
    { path: '/tools/drawer/:assembly', name: 'tool', component: () => import('../places/tools/ToolPage.vue'), props: true },
    { path: '/tools/:machine/run', name: 'machine-run', component: () => import('../places/tools/MachineRun.vue'), props: true },
    { path: '/tools/:machine', name: 'machine-tools', component: () => import('../places/tools/MachineTools.vue'), props: true },
    { path: '/exchange', name: 'exchange', component: () => import('../places/exchange/Exchange.vue') },
    {
      path: '/exchange/:machine',
      component: () => import('../places/exchange/MachineExchange.vue'),
      props: true,
      children: [
        { path: '', name: 'values-out', component: () => import('../places/exchange/ValuesOut.vue'), props: true },
        { path: 'presets', name: 'presets-in', component: () => import('../places/exchange/PresetsIn.vue'), props: true },
        { path: 'held', name: 'held', component: () => import('../places/exchange/CompareControl.vue'), props: true },
        { path: 'template', name: 'template', component: () => import('../places/exchange/TemplateForm.vue'), props: true },
      ],
    },
    { path: '/ledger', name: 'ledger', component: () => import('../places/ledger/Ledger.vue') },
    { path: '/ledger/:entry', name: 'entry', component: () => import('../places/ledger/EntryPage.vue'), props: true },
    { path: '/gauges', name: 'gauges', component: () => import('../places/gauges/Gauges.vue') },
    { path: '/gauges/:gauge', name: 'gauge', component: () => import('../places/gauges/GaugePage.vue'), props: true },
    { path: '/machines', name: 'machines', component: () => import('../places/machines/Machines.vue') },
    { path: '/machines/new', name: 'new-machine', component: () => import('../places/machines/MachineRecordPage.vue') },
    { path: '/machines/:machine', name: 'machine', component: () => import('../places/machines/MachinePage.vue'), props: true },
    { path: '/practice/:machine', name: 'practice', component: () => import('../places/practice/PracticePage.vue'), props: true },
    { path: '/machines/:machine/handover', name: 'handover', component: () => import('../places/handover/HandoverPage.vue'), props: true },
    { path: '/machines/:machine/stood', name: 'stood', component: () => import('../places/machines/StoodPage.vue'), props: true },
    {
      path: '/machines/:machine/record',
      name: 'machine-record',
      component: () => import('../places/machines/MachineRecordPage.vue'),
      props: true,
    },
    {
      path: '/machines/:machine/routine/:routine',
      name: 'machine-routine',
      component: () => import('../places/routine/FreeRoutine.vue'),
      props: true,
    },
    { path: '/people', name: 'people', component: () => import('../places/people/People.vue') },
    { path: '/:rest(.*)*', component: () => import('../places/Nowhere.vue') },
  ],
})

router.beforeEach(async (to) => {
  const session = useSession()
  if (!session.asked) await session.ask().catch(() => undefined)
  if (!to.meta.open && !session.person) return { name: 'sign-in', query: { to: to.fullPath } }
  return true
})

/**
 * A place whose files did not come. The server is away: it is gone to as soon as it is back. Or the server is there and has
 * other files now, since it was updated: then the page is loaded anew, once.
 */
router.onError((_error, to) => {
  const live = useLive()
  void fetch('/api/health').then(
    (answer) => {
      if (!answer.ok || !renew(to.fullPath)) wait()
    },
    () => wait(),
  )
  function wait(): void {
    live.lost()
    const stop = watch(
      () => live.connected,
      (connected) => {
        if (!connected) return
        stop()
        void router.push(to.fullPath)
      },
    )
  }
})
router.afterEach((to, _from, failure) => {
  if (!failure) hasOpened(to.fullPath)
})

// Vite also throws for a style sheet that did not come. That is the same trouble told twice.
if (typeof window !== 'undefined') window.addEventListener('vite:preloadError', (event) => event.preventDefault())
