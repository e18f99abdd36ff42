import { theme as antTheme } from 'ant-design-vue'
import type { ThemeConfig } from 'ant-design-vue/es/config-provider/context'

const FONT = "'Halitus Accidentals', 'Atkinson Hyperlegible Next Variable', sans-serif"

/** The component library in the product's own colours; the same values as in theme.css. */
export function libraryTheme(dark: boolean): ThemeConfig {
  return {
    algorithm: dark ? antTheme.darkAlgorithm : antTheme.defaultAlgorithm,
    token: {
      colorPrimary: dark ? '#d4ae58' : '#1f262b',
      colorTextLightSolid: dark ? '#13181b' : '#fcfdfd',
      colorLink: dark ? '#e0be70' : '#76581a',
      colorError: dark ? '#ff9480' : '#ad3324',
      colorText: dark ? '#edf2f4' : '#1f262b',
      colorTextPlaceholder: dark ? '#a9b6bd' : '#55626b',
      colorBgContainer: dark ? '#1a2024' : '#fcfdfd',
      colorBgElevated: dark ? '#20272c' : '#fcfdfd',
      colorBorder: dark ? '#5a676e' : '#8d9aa1',
      borderRadius: 6,
      fontFamily: FONT,
      fontSize: 15.5,
      controlHeight: 40,
      boxShadow: 'none',
      boxShadowSecondary: '0 6px 24px rgb(20 30 35 / 18%)',
      wireframe: false,
    },
  }
}
