import type { Role } from './roles.ts'

export type Method = 'get' | 'post' | 'put' | 'delete'

/** Who may call: anybody, or whoever has at least this role. */
export type Access = 'anyone' | Role

interface Call {
  method: Method
  /** With `{name}` for parameters, as OpenAPI writes it. */
  path: string
  access: Access
  /** Its body has no id of its own, so nobody can ask afterwards what became of it. */
  unnamed?: true
}

/**
 * Every call that crosses the wire: where it goes and who may make it. Apart from the schemas of what is sent and answered,
 * which a browser does without.
 */
export const CALLS = {
  people: { method: 'get', path: '/api/people', access: 'anyone' },
  addPerson: { method: 'post', path: '/api/people', access: 'lead', unnamed: true },
  signIn: { method: 'post', path: '/api/session', access: 'anyone', unnamed: true },
  session: { method: 'get', path: '/api/session', access: 'anyone' },
  personRecords: { method: 'get', path: '/api/people/records', access: 'lead' },
  changePerson: { method: 'put', path: '/api/people/{id}', access: 'lead', unnamed: true },
  resetPin: { method: 'put', path: '/api/people/{id}/pin', access: 'lead', unnamed: true },
  liftPause: { method: 'post', path: '/api/people/{id}/pause-lifted', access: 'lead', unnamed: true },
  changeOwnPin: { method: 'put', path: '/api/session/pin', access: 'viewer', unnamed: true },
  changeShop: { method: 'put', path: '/api/shop', access: 'lead', unnamed: true },
  openShop: { method: 'post', path: '/api/shop', access: 'anyone', unnamed: true },
  settle: { method: 'post', path: '/api/sendings/{id}', access: 'operator', unnamed: true },
  signOut: { method: 'delete', path: '/api/session', access: 'anyone', unnamed: true },
  find: { method: 'get', path: '/api/find', access: 'viewer' },
  floor: { method: 'get', path: '/api/floor', access: 'viewer' },
  machines: { method: 'get', path: '/api/machines', access: 'viewer' },
  addMachine: { method: 'post', path: '/api/machines', access: 'lead', unnamed: true },
  changeMachine: { method: 'put', path: '/api/machines/{id}', access: 'lead', unnamed: true },
  scene: { method: 'get', path: '/api/machines/{id}/scene', access: 'viewer' },
  record: { method: 'post', path: '/api/machines/{id}/entries', access: 'operator' },
  power: { method: 'post', path: '/api/machines/{id}/powered', access: 'operator' },
  home: { method: 'post', path: '/api/machines/{id}/homed', access: 'operator' },
  disturb: { method: 'post', path: '/api/machines/{id}/disturbed', access: 'operator' },
  setups: { method: 'get', path: '/api/setups', access: 'viewer' },
  setup: { method: 'get', path: '/api/setups/{id}', access: 'viewer' },
  parts: { method: 'get', path: '/api/parts', access: 'viewer' },
  part: { method: 'get', path: '/api/parts/{id}', access: 'viewer' },
  addPart: { method: 'post', path: '/api/parts', access: 'planner', unnamed: true },
  changePart: { method: 'put', path: '/api/parts/{id}', access: 'planner', unnamed: true },
  operation: { method: 'get', path: '/api/operations/{id}', access: 'viewer' },
  addOperation: { method: 'post', path: '/api/parts/{id}/operations', access: 'planner', unnamed: true },
  changeOperation: { method: 'put', path: '/api/operations/{id}', access: 'planner', unnamed: true },
  jobs: { method: 'get', path: '/api/jobs', access: 'viewer' },
  job: { method: 'get', path: '/api/jobs/{id}', access: 'viewer' },
  addJob: { method: 'post', path: '/api/jobs', access: 'planner', unnamed: true },
  changeJob: { method: 'put', path: '/api/jobs/{id}', access: 'planner', unnamed: true },
  beginSetup: { method: 'post', path: '/api/setups', access: 'setter' },
  endSetup: { method: 'post', path: '/api/setups/{id}/ended', access: 'setter' },
  carryOffer: { method: 'get', path: '/api/setups/{id}/carried', access: 'viewer' },
  carryOver: { method: 'post', path: '/api/setups/{id}/carried', access: 'setter' },
  prove: { method: 'post', path: '/api/setups/{id}/proven', access: 'operator' },
  countParts: { method: 'post', path: '/api/setups/{id}/parts', access: 'operator' },
  handover: { method: 'get', path: '/api/machines/{id}/handover', access: 'viewer' },
  signHandover: { method: 'post', path: '/api/machines/{id}/handovers', access: 'operator' },
  readHandover: { method: 'post', path: '/api/handovers/{id}/read', access: 'operator' },
  cutMeanwhile: { method: 'get', path: '/api/entries/{id}/parts', access: 'viewer' },
  reasonsGiven: { method: 'get', path: '/api/setups/{id}/reasons', access: 'viewer' },
  partCounts: { method: 'get', path: '/api/setups/{id}/parts', access: 'viewer' },
  reserve: { method: 'post', path: '/api/machines/{id}/reservations', access: 'setter', unnamed: true },
  endReservation: { method: 'post', path: '/api/reservations/{id}/ended', access: 'setter', unnamed: true },
  setupRecord: { method: 'get', path: '/api/setups/{id}/record', access: 'viewer' },
  readRecord: { method: 'post', path: '/api/records/read', access: 'viewer', unnamed: true },
  takeRecord: { method: 'post', path: '/api/records', access: 'planner', unnamed: true },
  remarks: { method: 'get', path: '/api/remarks', access: 'viewer' },
  addRemark: { method: 'post', path: '/api/remarks', access: 'viewer', unnamed: true },
  withdrawRemark: { method: 'post', path: '/api/remarks/{id}/withdrawn', access: 'viewer', unnamed: true },
  programs: { method: 'get', path: '/api/operations/{id}/programs', access: 'viewer' },
  addProgram: { method: 'post', path: '/api/operations/{id}/programs', access: 'setter' },
  programLines: { method: 'get', path: '/api/programs/{id}', access: 'viewer' },
  programDifference: { method: 'get', path: '/api/programs/{id}/from/{other}', access: 'viewer' },
  go: { method: 'get', path: '/api/setups/{id}/go', access: 'viewer' },
  giveGo: { method: 'post', path: '/api/setups/{id}/go', access: 'setter' },
  workpiece: { method: 'get', path: '/api/operations/{id}/workpiece', access: 'viewer' },
  changeWorkpiece: { method: 'put', path: '/api/operations/{id}/workpiece', access: 'setter', unnamed: true },
  readOutline: { method: 'post', path: '/api/outlines/read', access: 'setter', unnamed: true },
  confirmStep: { method: 'post', path: '/api/setups/{id}/steps/{step}/confirmed', access: 'operator' },
  skipStep: { method: 'post', path: '/api/setups/{id}/steps/{step}/skipped', access: 'setter' },
  counterCheck: { method: 'post', path: '/api/setups/{id}/counter-checks', access: 'operator' },
  entries: { method: 'get', path: '/api/entries', access: 'viewer' },
  entry: { method: 'get', path: '/api/entries/{id}', access: 'viewer' },
  correct: { method: 'post', path: '/api/entries/{id}/correction', access: 'operator' },
  see: { method: 'post', path: '/api/entries/{id}/seen', access: 'operator' },
  gauges: { method: 'get', path: '/api/gauges', access: 'viewer' },
  addGauge: { method: 'post', path: '/api/gauges', access: 'lead', unnamed: true },
  gauge: { method: 'get', path: '/api/gauges/{id}', access: 'viewer' },
  changeGauge: { method: 'put', path: '/api/gauges/{id}', access: 'lead', unnamed: true },
  gaugeEvent: { method: 'post', path: '/api/gauges/{id}/events', access: 'operator' },
  draft: { method: 'get', path: '/api/drafts/{key}', access: 'viewer' },
  keepDraft: { method: 'put', path: '/api/drafts/{key}', access: 'operator', unnamed: true },
  dropDraft: { method: 'delete', path: '/api/drafts/{key}', access: 'operator', unnamed: true },
  assemblies: { method: 'get', path: '/api/assemblies', access: 'viewer' },
  addAssembly: { method: 'post', path: '/api/assemblies', access: 'setter', unnamed: true },
  changeAssembly: { method: 'put', path: '/api/assemblies/{id}', access: 'setter', unnamed: true },
  assembly: { method: 'get', path: '/api/assemblies/{id}', access: 'viewer' },
  toolEvent: { method: 'post', path: '/api/assemblies/{id}/events', access: 'operator' },
  addLoad: { method: 'post', path: '/api/assemblies/{id}/loads', access: 'setter' },
  seeLoads: { method: 'post', path: '/api/loads/{id}/seen', access: 'operator' },
  mount: { method: 'post', path: '/api/machines/{id}/mounts', access: 'setter' },
  sayPairs: { method: 'post', path: '/api/machines/{id}/pairs', access: 'setter' },
  sayFamily: { method: 'post', path: '/api/machines/{id}/families', access: 'operator' },
  editTools: { method: 'post', path: '/api/machines/{id}/tools', access: 'setter' },
  readPresets: { method: 'post', path: '/api/machines/{id}/presets/read', access: 'viewer', unnamed: true },
  takePresets: { method: 'post', path: '/api/machines/{id}/presets', access: 'setter' },
  presetSenders: { method: 'get', path: '/api/preset-senders', access: 'viewer' },
  template: { method: 'get', path: '/api/machines/{id}/template', access: 'viewer' },
  changeTemplate: { method: 'put', path: '/api/machines/{id}/template', access: 'lead', unnamed: true },
  valuesOut: { method: 'post', path: '/api/machines/{id}/values-out', access: 'viewer', unnamed: true },
  reportFault: { method: 'post', path: '/api/faults', access: 'viewer', unnamed: true },
  connection: { method: 'get', path: '/api/machines/{id}/connection', access: 'viewer' },
  changeConnection: { method: 'put', path: '/api/machines/{id}/connection', access: 'lead', unnamed: true },
  observed: { method: 'get', path: '/api/machines/{id}/observed', access: 'viewer' },
  watch: { method: 'post', path: '/api/machines/{id}/watched', access: 'viewer', unnamed: true },
  control: { method: 'get', path: '/api/machines/{id}/control', access: 'viewer' },
  readControl: { method: 'post', path: '/api/machines/{id}/control/read', access: 'operator' },
  sendToControl: { method: 'post', path: '/api/machines/{id}/control/sent', access: 'setter' },
  take: { method: 'post', path: '/api/machines/{id}/taken', access: 'operator' },
  practice: { method: 'get', path: '/api/practice', access: 'viewer' },
  panel: { method: 'get', path: '/api/practice/{id}', access: 'viewer' },
  pressPanel: { method: 'post', path: '/api/practice/{id}', access: 'operator', unnamed: true },
  held: { method: 'post', path: '/api/machines/{id}/held', access: 'viewer', unnamed: true },
} as const satisfies Record<string, Call>

export type CallName = keyof typeof CALLS

/** What is answered with a file instead of JSON; all of them by GET. */
export const DOWNLOADS = {
  setupRecordPdf: {
    path: '/api/setups/{id}/record.pdf',
    access: 'viewer',
    summary: 'The setup record on paper, A4 or Letter (`?paper=letter`).',
  },
  keptFile: {
    path: '/api/kept-files/{checksum}',
    access: 'viewer',
    summary: 'A picture or a file that was put to something, by its checksum.',
  },
  programText: {
    path: '/api/programs/{id}/text',
    access: 'viewer',
    summary: 'The whole text of an issue of a program, as it was kept.',
  },
} as const satisfies Record<string, Pick<Call, 'path' | 'access'> & { summary: string }>

export type DownloadName = keyof typeof DOWNLOADS
