import { theme, type ThemeConfig } from 'antd';
import { colours, fonts, type Light } from './tokens';

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
      colorBorder: c.border,
      colorBorderSecondary: c.hairline,
      colorTextLightSolid: c.onAction,
      fontFamily: fonts.text,
      fontFamilyCode: fonts.mono,
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
