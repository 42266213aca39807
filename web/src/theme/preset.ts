import { definePreset } from '@primeuix/themes'
import base from '@primeuix/themes/aura/base'
import button from '@primeuix/themes/aura/button'
import drawer from '@primeuix/themes/aura/drawer'
import inputtext from '@primeuix/themes/aura/inputtext'
import select from '@primeuix/themes/aura/select'

/** Our paper, ink and clay, laid over the base tokens of the few components used. Colours come from base.css, light and dark. */
const scheme = {
  primary: {
    color: 'var(--clay)',
    contrastColor: 'var(--on-clay)',
    hoverColor: 'var(--clay)',
    activeColor: 'var(--clay)',
  },
  highlight: {
    background: 'var(--clay-soft)',
    focusBackground: 'var(--clay-soft)',
    color: 'var(--ink)',
    focusColor: 'var(--ink)',
  },
  text: {
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
    mutedColor: 'var(--quiet)',
    hoverMutedColor: 'var(--quiet)',
  },
  content: {
    background: 'var(--card)',
    hoverBackground: 'var(--clay-soft)',
    borderColor: 'var(--rule)',
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
  },
  formField: {
    background: 'var(--card)',
    disabledBackground: 'var(--paper)',
    borderColor: 'var(--quiet)',
    hoverBorderColor: 'var(--ink)',
    focusBorderColor: 'var(--clay)',
    invalidBorderColor: 'var(--stop)',
    color: 'var(--ink)',
    disabledColor: 'var(--quiet)',
    placeholderColor: 'var(--quiet)',
    iconColor: 'var(--quiet)',
    shadow: 'none',
  },
  overlay: {
    select: { background: 'var(--card)', borderColor: 'var(--rule)', color: 'var(--ink)' },
    modal: { background: 'var(--card)', borderColor: 'var(--rule)', color: 'var(--ink)' },
  },
  list: {
    option: {
      focusBackground: 'var(--clay-soft)',
      selectedBackground: 'var(--clay-soft)',
      selectedFocusBackground: 'var(--clay-soft)',
      color: 'var(--ink)',
      focusColor: 'var(--ink)',
      selectedColor: 'var(--ink)',
      selectedFocusColor: 'var(--ink)',
    },
  },
}

/** The quieter buttons: words and border of one colour, on paper. */
const outlined = {
  outlined: {
    primary: {
      borderColor: 'var(--clay)',
      color: 'var(--clay)',
      hoverBackground: 'var(--clay-soft)',
      activeBackground: 'var(--clay-soft)',
    },
    secondary: {
      borderColor: 'var(--ink)',
      color: 'var(--ink)',
      hoverBackground: 'var(--clay-soft)',
      activeBackground: 'var(--clay-soft)',
    },
  },
}

export const preset = definePreset(
  { ...base, components: { button, drawer, inputtext, select } },
  {
    primitive: { borderRadius: { xs: '2px', sm: '2px', md: '3px', lg: '3px', xl: '4px' } },
    semantic: {
      transitionDuration: '0.12s',
      focusRing: { width: '2px', style: 'solid', color: 'var(--clay)', offset: '2px', shadow: 'none' },
      formField: { paddingX: '0.6rem', paddingY: '0.4rem', borderRadius: '3px' },
      colorScheme: { light: scheme, dark: scheme },
    },
    components: {
      button: {
        root: { borderRadius: '3px', paddingX: '1rem', paddingY: '0.55rem', label: { fontWeight: '600' } },
        colorScheme: { light: outlined, dark: outlined },
      },
    },
  },
)
