import { VBtn } from 'vuetify/components/VBtn'
import type { Blueprint } from 'vuetify'

const shared = {
  'border-opacity': 1,
  'high-emphasis-opacity': 1,
  'medium-emphasis-opacity': 0.8,
  'hover-opacity': 0.06,
  'focus-opacity': 0.1,
}

const field = { variant: 'outlined', density: 'comfortable', rounded: 0, hideDetails: 'auto', color: 'primary', class: 'ef-field' } as const
/** What opens is there: while it still moves a press goes through it, to whatever lies under it. */
const still = { transition: false } as const
/** One that leads somewhere is not pressed by standing there already, or below. */
const button = { variant: 'outlined', rounded: 0, ripple: false, active: false, class: 'ef-btn' } as const

/** Vuetify as this program wears it: a theme for the desk, one for the bay, square, flat, without ripple; nothing looks as it comes. */
export const workshop: Blueprint = {
  theme: {
    defaultTheme: 'desk',
    themes: {
      desk: {
        dark: false,
        colors: {
          background: '#f3f0e8',
          surface: '#fbfaf6',
          'on-surface': '#1c2429',
          'on-background': '#1c2429',
          primary: '#0b6e75',
          'on-primary': '#ffffff',
          error: '#a3260f',
          warning: '#9a4708',
          success: '#2f6f3e',
        },
        variables: shared,
      },
      bay: {
        dark: true,
        colors: {
          background: '#141b1f',
          surface: '#1d272c',
          'on-surface': '#efece3',
          'on-background': '#efece3',
          primary: '#f0b64b',
          'on-primary': '#141b1f',
          error: '#ff9b85',
          warning: '#f0a35e',
          success: '#6fc07f',
        },
        variables: shared,
      },
    },
  },
  defaults: {
    VBtn: button,
    /** The one thing to do next. */
    VBtnMain: { ...button, variant: 'flat', color: 'primary' },
    VBtnSecond: button,
    /** May be done, and nobody need. */
    VBtnQuiet: { ...button, class: 'ef-btn ef-quiet' },
    /** One of several, side by side: what is chosen is pressed. */
    VBtnChoice: { ...button, class: 'ef-btn ef-choice' },
    /** Words that can be pressed, in the middle of others. */
    VBtnPlain: { ...button, variant: 'plain', class: 'ef-plain' },
    /** Throws something away. */
    VBtnBad: { ...button, color: 'error' },
    /** The bay's large button: records the step. */
    VBtnGo: { ...button, variant: 'flat', color: 'primary', block: true, class: 'ef-btn ef-go' },
    VTable: { class: 'ef-table', density: 'compact' },
    VTabs: { color: 'primary', hideSlider: true, height: 48, class: 'ef-tabs' },
    VTab: { ripple: false, minWidth: 0 },
    VExpansionPanels: { flat: true, static: true, rounded: 0, class: 'ef-panels' },
    VProgressLinear: { color: 'primary', height: 4 },
    VTextField: field,
    VTextarea: { ...field, rows: 2, autoGrow: true },
    VMenu: still,
    // What nobody points at is not on the page.
    VTooltip: { ...still, eager: false, location: 'top', contentClass: 'ef-tip' },
    VSelect: { ...field, ...still },
    VAutocomplete: { ...field, ...still },
    VFileInput: field,
    VCheckbox: { density: 'default', hideDetails: true, color: 'primary', ripple: false },
    VRadioGroup: { hideDetails: true, color: 'primary' },
    VRadio: { ripple: false, color: 'primary' },
    VDialog: { ...still, maxWidth: 560 },
    VSnackbar: { rounded: 0, color: 'surface', class: 'ef-snack' },
  },
}

/** Buttons by what they are for; their looks stand in the defaults above, under the same names. */
export const aliases = { VBtnMain: VBtn, VBtnSecond: VBtn, VBtnQuiet: VBtn, VBtnChoice: VBtn, VBtnPlain: VBtn, VBtnBad: VBtn, VBtnGo: VBtn }
