import { theme, type ThemeConfig } from 'antd';

const type = {
  fontFamily: '"Atkinson Hyperlegible Next Variable", sans-serif',
  fontFamilyCode: '"Atkinson Hyperlegible Mono Variable", monospace',
  borderRadius: 6,
  controlHeight: 44,
  fontSize: 17,
};

/** Ant Design in the house's colors: light for the van, dark for the closet. */
export const looks: Record<'light' | 'dark', ThemeConfig> = {
  light: {
    token: {
      ...type,
      colorPrimary: '#A83F10',
      colorSuccess: '#2F6A43',
      colorWarning: '#80560A',
      colorError: '#9E3535',
      colorBgBase: '#FFFDF8',
      colorTextBase: '#1C232B',
      colorBorder: '#8E897C',
      colorTextPlaceholder: '#5C5A54',
    },
  },
  dark: {
    algorithm: theme.darkAlgorithm,
    token: {
      ...type,
      colorPrimary: '#FF9558',
      colorSuccess: '#86CC9C',
      colorWarning: '#E6B655',
      colorError: '#F2958C',
      colorBgBase: '#1E252D',
      colorTextBase: '#EFEAE0',
      colorBorder: '#6F7882',
      colorTextPlaceholder: '#B3AEA3',
      colorTextLightSolid: '#14191F',
    },
  },
};
