import { z } from 'zod'
import { operation } from '../operation.ts'
import { byId } from '../base/params.ts'
import { gaugeChange, gaugeEventBody, gaugeInput, gaugePage, gaugeRecord } from './gauge.ts'

/** Gauges and what happens to them. */
export const gaugesApi = {
  gauges: operation('gauges', {
    summary: 'The shop’s gauges.',
    response: z.array(gaugeRecord),
  }),
  addGauge: operation('addGauge', {
    summary: 'Adds a gauge.',
    body: gaugeInput,
    response: gaugeRecord,
    problems: [409, 422],
  }),
  gauge: operation('gauge', {
    summary: 'A gauge with its history and the entries made with it.',
    params: byId,
    response: gaugePage,
    problems: [404],
  }),
  changeGauge: operation('changeGauge', {
    summary:
      'Puts a gauge’s record right. Where recorded figures rest on what changes it takes a reason, and they are to be measured anew.',
    params: byId,
    body: gaugeChange,
    response: gaugeRecord,
    problems: [404, 409, 422],
  }),
  gaugeEvent: operation('gaugeEvent', {
    summary: 'Notes what happened to a gauge: calibrated, failed, knocked, withdrawn.',
    params: byId,
    body: gaugeEventBody,
    response: gaugeRecord,
    problems: [404, 409],
  }),
}
