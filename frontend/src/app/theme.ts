import { theme, type ThemeConfig } from 'antd';

export type Light = 'light' | 'dark';

/** The house's colours. The style sheet has the same under the same names. */
export const colours = {
  light: {
    ground: '#f6f3ec',
    card: '#fdfcf9',
    ink: '#1d2a2e',
    second: '#56636a',
    hairline: '#d8d3c6',
    action: '#1c5d58',
    actionSoft: '#dde9e5',
    caution: '#a8451c',
    cautionSoft: '#f5e2d7',
  },
  dark: {
    ground: '#171c1d',
    card: '#1f2627',
    ink: '#ece8de',
    second: '#a9b3b1',
    hairline: '#3a4445',
    action: '#7cc3b8',
    actionSoft: '#24403d',
    caution: '#f0a37c',
    cautionSoft: '#43291d',
  },
} as const;

export function antTheme(light: Light): ThemeConfig {
  const c = colours[light];
  return {
    algorithm: light === 'dark' ? theme.darkAlgorithm : theme.defaultAlgorithm,
    token: {
      colorPrimary: c.action,
      colorInfo: c.action,
      colorLink: c.action,
      colorLinkHover: c.action,
      colorSuccess: c.action,
      colorWarning: c.caution,
      colorError: c.caution,
      colorErrorBg: c.cautionSoft,
      colorWarningBg: c.cautionSoft,
      colorText: c.ink,
      colorTextSecondary: c.second,
      colorTextTertiary: c.second,
      colorTextDescription: c.second,
      colorTextPlaceholder: c.second,
      colorBgBase: c.card,
      colorBgLayout: c.ground,
      colorBgContainer: c.card,
      colorBgElevated: c.card,
      colorBorder: light === 'dark' ? '#7d8886' : '#8f8c82',
      colorBorderSecondary: c.hairline,
      colorTextLightSolid: light === 'dark' ? '#10201e' : '#ffffff',
      fontFamily: "'Atkinson Hyperlegible Next Variable', sans-serif",
      fontFamilyCode: "'Atkinson Hyperlegible Mono Variable', monospace",
      fontSize: 15,
      borderRadius: 5,
      wireframe: false,
      motion: !matchMedia('(prefers-reduced-motion: reduce)').matches,
      controlHeight: 34,
    },
    components: {
      Button: { primaryShadow: 'none', defaultShadow: 'none', dangerShadow: 'none' },
    },
  };
}
