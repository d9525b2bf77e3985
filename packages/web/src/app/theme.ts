import { usePreferredDark, useStorage } from '@vueuse/core'
import { theme } from 'ant-design-vue'
import { computed, watchEffect } from 'vue'

type Choice = 'day' | 'night' | 'as the system'

const COLOURS = {
  day: {
    paper: '#f5f1e6',
    sheet: '#fffdf7',
    ink: '#22302f',
    quiet: '#566360',
    rule: '#d8d1bf',
    act: '#1e6b5e',
    stop: '#a3271f',
    query: '#8a5000',
    note: '#2f5573',
  },
  night: {
    paper: '#121a19',
    sheet: '#18211f',
    ink: '#e6e2d3',
    quiet: '#a3ada8',
    rule: '#34413e',
    act: '#5fb8a6',
    stop: '#ef8a80',
    query: '#e0a24a',
    note: '#8fb6d6',
  },
} as const

/** Day or night: what was chosen on this tablet, else what the system says. */
export function useTheme() {
  const choice = useStorage<Choice>('rook-theme', 'as the system')
  const prefersDark = usePreferredDark()
  const name = computed(() => (choice.value === 'as the system' ? (prefersDark.value ? 'night' : 'day') : choice.value))
  watchEffect(() => document.documentElement.setAttribute('data-theme', name.value))

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
        colorTextPlaceholder: colour.quiet,
        colorBgBase: colour.sheet,
        colorBgContainer: colour.sheet,
        colorBgElevated: colour.sheet,
        colorBorder: colour.rule,
        colorBorderSecondary: colour.rule,
        colorTextLightSolid: name.value === 'night' ? '#121a19' : '#fffdf7',
        fontFamily: "'B612', system-ui, sans-serif",
        fontSize: 16,
        borderRadius: 3,
        borderRadiusLG: 3,
        controlHeight: 44,
        controlHeightSM: 44,
        boxShadow: 'none',
        boxShadowSecondary: `0 0 0 1px ${colour.rule}`,
        motionDurationMid: '0.12s',
        motionDurationSlow: '0.16s',
        wireframe: true,
      },
    }
  })
  const turn = () => (choice.value = name.value === 'day' ? 'night' : 'day')
  return { name, antTheme, turn }
}
