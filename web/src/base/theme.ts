import { theme as antTheme } from 'ant-design-vue'
import type { ThemeConfig } from 'ant-design-vue/es/config-provider/context'

const FONT = "'Halitus Accidentals', 'Atkinson Hyperlegible Next Variable', sans-serif"

/** The component library in the product's own colours; the same values as in theme.css. */
export function libraryTheme(dark: boolean): ThemeConfig {
  return {
    algorithm: dark ? antTheme.darkAlgorithm : antTheme.defaultAlgorithm,
    token: {
      colorPrimary: dark ? '#d9b25d' : '#241d21',
      colorTextLightSolid: dark ? '#161214' : '#fdfcfa',
      colorLink: dark ? '#e7c77f' : '#775210',
      colorError: dark ? '#ff9b88' : '#a92f22',
      colorText: dark ? '#f4eee8' : '#241d21',
      colorTextPlaceholder: dark ? '#b8acad' : '#62585c',
      colorBgContainer: dark ? '#1e191c' : '#fdfcfa',
      colorBgElevated: dark ? '#262023' : '#fdfcfa',
      colorBorder: dark ? '#6d6165' : '#958a8d',
      borderRadius: 6,
      fontFamily: FONT,
      fontSize: 15.5,
      controlHeight: 40,
      boxShadow: 'none',
      boxShadowSecondary: '0 6px 24px rgb(20 30 35 / 18%)',
      wireframe: false,
    },
    components: {
      // A key: an oblong with round ends on the desk's colour, no outline.
      Button: {
        colorBgContainer: dark ? '#332b2f' : '#f1eeea',
        colorBorder: 'transparent',
        borderRadius: 23,
        borderRadiusLG: 26,
        borderRadiusSM: 17,
        controlHeightLG: 50,
        controlHeightSM: 34,
        fontSizeLG: 18,
        paddingContentHorizontal: 20,
      },
    },
  }
}
