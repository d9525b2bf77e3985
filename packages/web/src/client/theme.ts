import { usePreferredDark, useStorage } from '@vueuse/core'
import { theme } from 'ant-design-vue'
import { computed, watchEffect } from 'vue'

type Choice = 'day' | 'night' | 'as the system'

/** Every colour of the screen, by what it says. Style sheets have them as `--name`, the library’s controls as tokens. */
const COLOURS = {
  day: {
    paper: '#f5f1e6',
    sheet: '#fffdf7',
    ink: '#22302f',
    quiet: '#566360',
    rule: '#d8d1bf',
    act: '#1e6b5e',
    'act-soft': '#eaf1ec',
    query: '#8a5000',
    'query-soft': '#fbf1de',
    stop: '#a3271f',
    'stop-soft': '#fbe9e6',
    note: '#2f5573',
    stock: '#f0ebdc',
  },
  night: {
    paper: '#121a19',
    sheet: '#18211f',
    ink: '#e6e2d3',
    quiet: '#a3ada8',
    rule: '#34413e',
    act: '#5fb8a6',
    'act-soft': '#1d2f2b',
    query: '#e0a24a',
    'query-soft': '#2e2616',
    stop: '#ef8a80',
    'stop-soft': '#341d1a',
    note: '#8fb6d6',
    stock: '#222c29',
  },
} as const

const SCHEME = { day: 'light', night: 'dark' } as const

function paint(name: keyof typeof COLOURS): void {
  const { style } = document.documentElement
  for (const [colour, value] of Object.entries(COLOURS[name])) style.setProperty(`--${colour}`, value)
  style.colorScheme = SCHEME[name]
  document.documentElement.setAttribute('data-theme', name)
}

/** Day or night: what was chosen on this tablet, else what the system says. */
export function useTheme() {
  const choice = useStorage<Choice>('rook-theme', 'as the system')
  const prefersDark = usePreferredDark()
  const name = computed(() => (choice.value === 'as the system' ? (prefersDark.value ? 'night' : 'day') : choice.value))
  watchEffect(() => paint(name.value))

  /** The look, as Ant Design Vue's tokens. */
  const antTheme = computed(() => {
    const colour = COLOURS[name.value]
    return {
      algorithm: name.value === 'night' ? theme.darkAlgorithm : theme.defaultAlgorithm,
      token: {
        colorPrimary: colour.act,
        colorInfo: colour.note,
        colorError: colour.stop,
        colorWarning: colour.query,
        colorLink: colour.note,
        colorTextBase: colour.ink,
        colorText: colour.ink,
        colorTextSecondary: colour.quiet,
        colorTextTertiary: colour.quiet,
        colorTextPlaceholder: colour.quiet,
        colorBgBase: colour.sheet,
        colorBgContainer: colour.sheet,
        colorBgElevated: colour.sheet,
        colorBorder: colour.rule,
        colorBorderSecondary: colour.rule,
        colorTextLightSolid: name.value === 'night' ? colour.paper : colour.sheet,
        colorTextHeading: colour.ink,
        colorTextDisabled: colour.quiet,
        colorBgContainerDisabled: colour.paper,
        colorFillAlter: colour.sheet,
        colorPrimaryBg: colour['act-soft'],
        controlItemBgActive: colour['act-soft'],
        colorInfoBg: colour['act-soft'],
        colorWarningBg: colour['query-soft'],
        colorErrorBg: colour['stop-soft'],
        fontFamily: "'B612', system-ui, sans-serif",
        fontSize: 16,
        borderRadius: 3,
        borderRadiusLG: 3,
        // Hands in gloves: nothing that is pressed is lower than this.
        controlHeight: 44,
        controlHeightSM: 44,
        controlHeightLG: 56,
        fontSizeLG: 17,
        fontWeightStrong: 700,
        lineWidthFocus: 2,
        boxShadow: 'none',
        boxShadowSecondary: `0 0 0 1px ${colour.rule}`,
        motionDurationMid: '0.12s',
        motionDurationSlow: '0.16s',
        wireframe: true,
      },
      components: {
        // A list is read along its rows: quiet heads, no lines between columns, as many rows as hands in gloves allow.
        Table: { paddingXS: 6, fontWeightStrong: 400, colorTextHeading: colour.quiet },
        Descriptions: { fontSize: 18, padding: 4 },
        Button: { paddingContentHorizontal: 13 },
        Alert: { colorInfoBorder: colour.rule },
      },
    }
  })
  const turn = () => (choice.value = name.value === 'day' ? 'night' : 'day')
  return { name, antTheme, turn }
}
