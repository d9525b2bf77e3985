import { degreesOf, formatAngle } from '../../angle/index.ts'
import { geometryRegister, registerKey, registerName, timesInDiameter, type RegisterRef } from '../../register/index.ts'
import { givenSize, angleInput, chosenTool, rowInput, toolInput, type Refusal, type Routine, type Values } from '../../routine/index.ts'
import { toolByNumber, type MountedTool, type Scene } from '../../scene/index.ts'
import type { Axis } from '../../machine/index.ts'
import { correctionInputs, wearSheet } from './correction.ts'
import { looksInput } from '../lathe-tool/nose-by-cone.ts'
import { noseRemarks } from './nose-explains.ts'
import { notASize } from './side.ts'
import { BORE, SHOULDER, TURNED_OUTSIDE, type Entered } from './planned-size.ts'
import { turnedDrawing, type TurnedKind } from './turned-drawing.ts'
import { differenceRemarks, secondInputs } from './two-sizes.ts'

interface KindRow {
  axis: Axis
  label: string
  note: string
  wanted: string
  less: string
  more: string
  /** What it can be in the sizes of a plan. */
  entered: Entered
  /** For a cone: whether it is cut outside or in a bore. Only a cone shows a wrong nose radius. */
  cone?: 'outside' | 'inside'
}

/** Degrees between a cone and the axis, below and above which it is a cylinder or a face. */
const [FLATTEST, STEEPEST] = [1, 89]

/** What each kind of size is corrected by, and what the change does. */
const KINDS: Readonly<Record<TurnedKind, KindRow>> = {
  outside: {
    entered: TURNED_OUTSIDE,
    axis: 'X',
    label: 'Outside diameter',
    note: 'X',
    wanted: 'Diameter larger by',
    less: 'tip further in, smaller diameter',
    more: 'tip further out, larger diameter',
  },
  bore: {
    entered: BORE,
    axis: 'X',
    label: 'Bore',
    note: 'X',
    wanted: 'Bore larger by',
    less: 'tip further in, smaller bore',
    more: 'tip further out, larger bore',
  },
  cone: {
    entered: TURNED_OUTSIDE,
    axis: 'X',
    label: 'Cone or chamfer',
    note: 'X, and its nose',
    wanted: 'Diameter larger by',
    less: 'tip further in, smaller cone',
    more: 'tip further out, larger cone',
    cone: 'outside',
  },
  'cone-bore': {
    entered: BORE,
    axis: 'X',
    label: 'Cone in a bore',
    note: 'X, and its nose',
    wanted: 'Diameter larger by',
    less: 'tip further in, smaller cone',
    more: 'tip further out, larger cone',
    cone: 'inside',
  },
  shoulder: {
    entered: SHOULDER,
    axis: 'Z',
    label: 'Face or shoulder',
    note: 'Z, by its part Z',
    wanted: 'Face further out by',
    less: 'tip nearer to the chuck, face nearer to it',
    more: 'tip further from the chuck, face further out',
  },
}

/**
 * Turned size. The tip goes to M = W + G + P, so a larger geometry leaves the surface further out, on the outside and in a bore
 * alike, and a face further from the chuck: \u0394G = target \u2212 measured. On X both count as the machine reads X: half of the
 * difference of two diameters where it reads radii. The change goes to the wear register. A cone may be off by its nose radius,
 * which no register of X mends: that is said before anything is corrected.
 */
export const turnedSize: Routine = {
  id: 'turned-size',
  name: 'Turned size',
  manner: 'from a size on the part',
  purpose: 'Corrects a turned diameter, a bore, or where a face stands, by the wear of the tool that cuts it.',
  kind: 'wear',
  machines: ['lathe'],

  inputs(scene, raw) {
    const tool = toolByNumber(scene, raw.tool ?? null)
    const kind = kindOf(raw.kind)
    const cone = kind && KINDS[kind].cone
    const feature = {
      register: tool && kind && registerOf(tool, kind),
      routine: turnedSize.id,
      kind,
      target: givenSize(raw.target, scene.machine),
    }
    const sizes = correctionInputs(scene, raw, kind ? KINDS[kind].wanted : 'Larger by', feature)
    return [
      toolInput(scene),
      rowInput(
        'kind',
        'What is off',
        (Object.keys(KINDS) as TurnedKind[]).map((value) => ({ value, label: KINDS[value].label, note: KINDS[value].note })),
      ),
      ...(kind === 'shoulder' && scene.machine.spindles.includes('sub')
        ? [
            rowInput('side', 'Held in', [
              { value: 'main', label: 'Main spindle' },
              { value: 'sub', label: 'Sub-spindle', note: 'its Z counts the other way' },
            ]),
          ]
        : []),
      ...(cone && raw.by === 'measured' ? [looksInput(), angleInput('cone', 'Cone against the axis')] : []),
      ...sizes.map((input) =>
        input.id !== 'target' && input.id !== 'measured'
          ? input
          : kind === 'shoulder'
            ? { ...input, label: `${input.label} part Z`, role: 'place' as const, axis: 'Z' as const }
            : { ...input, label: `${input.label} diameter` },
      ),
      ...(kind && !cone ? secondInputs(raw, kind === 'shoulder' ? 'part Z' : 'diameter') : []),
    ]
  },

  sheet(values, scene) {
    const tool = chosenTool(values, scene)
    const kind = kindOf(values.choice('kind') ?? undefined)
    const register = tool && kind ? registerOf(tool, kind) : null
    // On a sub-spindle part Z counts against machine Z: a longer geometry then leaves the face nearer to its chuck.
    const mirrored = values.choice('side') === 'sub'
    const sideSaid = kind !== 'shoulder' || !scene.machine.spindles.includes('sub') || values.choice('side') !== null
    const said = sideSaid && coneSaid(kind, values)
    return wearSheet({
      values,
      scene,
      register,
      routine: turnedSize.id,
      kind,
      entered: kind && KINDS[kind].entered,
      label: register ? registerName(register) : 'Geometry',
      sum:
        tool && register && said
          ? { tool, register, sign: mirrored ? -1 : 1, halved: timesInDiameter(register, scene.machine) === 2 }
          : null,
      refusal: tool && register ? refusalOf(tool, register, kind!, values, scene) : null,
      words: wordsOf(kind, mirrored),
      wantedLabel: kind ? KINDS[kind].wanted : 'Larger by',
      drawing: turnedDrawing(kind, values, tool, scene),
      remarks: [
        ...differenceRemarks(values, scene),
        ...(kind && KINDS[kind].cone ? noseRemarks(values, tool, KINDS[kind].cone === 'inside', scene) : []),
      ],
    })
  },
}

/** Of a cone: how steep it is and which way it looks, where its size was measured. */
const coneSaid = (kind: TurnedKind | null, values: Values): boolean =>
  !kind || !KINDS[kind].cone || values.choice('by') !== 'measured' || (values.angle('cone') !== null && values.choice('looks') !== null)

/** What a change of the register does; on a sub-spindle its face moves the other way. */
function wordsOf(kind: TurnedKind | null, mirrored: boolean): { less: string; more: string } {
  const { less, more } = KINDS[kind ?? 'outside']
  return mirrored
    ? { less: 'tip nearer to the main chuck, face further out', more: 'tip nearer to its own chuck, face nearer to it' }
    : { less, more }
}

const kindOf = (text: string | undefined): TurnedKind | null =>
  text !== undefined && Object.hasOwn(KINDS, text) ? (text as TurnedKind) : null

const registerOf = (tool: MountedTool, kind: TurnedKind): RegisterRef => geometryRegister(tool.offset, KINDS[kind].axis)

function refusalOf(tool: MountedTool, register: RegisterRef, kind: TurnedKind, values: Values, scene: Scene): Refusal | null {
  if (!scene.standing[registerKey(register)])
    return { input: 'tool', sentence: `${registerName(register)} is unset, and wear counts on top of it. Measure T${tool.number} first.` }
  const cone = values.angle('cone')
  if (KINDS[kind].cone && cone !== null && (degreesOf(cone) < FLATTEST || degreesOf(cone) > STEEPEST))
    return {
      input: 'cone',
      sentence: `Cone against the axis: ${formatAngle(cone)} is no cone. It is the angle between its wall and the axis, from ${FLATTEST}\u00b0 to ${STEEPEST}\u00b0; a chamfer of 45\u00b0 has 45.`,
    }
  return kind === 'shoulder' ? null : notASize(values)
}
