import { theme, type ThemeConfig } from 'antd';
import { fonts, palette, type Look } from './palette';

/** What hands work at is roomy; what is read at a desk is dense. */
export type Hands = 'gloved' | 'desk';

const control = { gloved: { height: 48, font: 18 }, desk: { height: 34, font: 16 } } as const;

/** Ant Design in the house's colors, type and sizes. */
export function themeOf(look: Look, hands: Hands): ThemeConfig {
  const colors = palette[look];
  return {
    algorithm: look === 'dark' ? theme.darkAlgorithm : theme.defaultAlgorithm,
    token: {
      fontFamily: fonts.text,
      fontFamilyCode: fonts.figures,
      fontSize: control[hands].font,
      controlHeight: control[hands].height,
      borderRadius: 8,
      colorPrimary: colors.ember,
      colorLink: colors.ember,
      colorSuccess: colors.moss,
      colorWarning: colors.ochre,
      colorError: colors.brick,
      colorBgBase: colors.card,
      // The algorithm would tint its own grays with blue.
      colorBgContainer: colors.card,
      colorBgElevated: colors.card,
      colorBgContainerDisabled: colors.paper,
      colorFillSecondary: colors.faint,
      colorFillTertiary: colors.paper,
      colorFillQuaternary: colors.paper,
      colorBgLayout: colors.paper,
      colorTextBase: colors.ink,
      colorTextSecondary: colors.second,
      colorTextPlaceholder: colors.second,
      colorBorder: colors.lines,
      colorBorderSecondary: colors.faint,
      colorSplit: colors.faint,
      colorTextLightSolid: colors['on-ember'],
      boxShadow: 'none',
      motion: !window.matchMedia('(prefers-reduced-motion: reduce)').matches,
      wireframe: false,
    },
    components: {
      Button: { primaryShadow: 'none', defaultShadow: 'none', fontWeight: 600, defaultBorderColor: colors.ink },
      Segmented: { trackBg: colors.faint, itemSelectedBg: colors.card, itemColor: colors.ink, itemHoverBg: colors.paper },
      Input: { activeBg: colors.card, hoverBg: colors.card },
      Table: {
        headerBg: colors.card,
        headerSplitColor: 'transparent',
        rowExpandedBg: colors.card,
        cellPaddingInlineSM: 6,
        cellPaddingBlockSM: 5,
      },
      Tabs: { titleFontSize: control[hands].font, itemColor: colors.ink },
      Select: { optionSelectedBg: colors.faint, optionActiveBg: colors.paper },
    },
  };
}
