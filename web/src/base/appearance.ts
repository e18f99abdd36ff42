import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'

/** Skins of drawn mouths, from light to dark; which one says nothing but what a learner sees. */
export const SKINS = ['light', 'middle', 'dark'] as const

/** Light or dark, which hand the rail lies at, and what mouths are drawn with; remembered on this device. */
export const useAppearance = defineStore('appearance', () => ({
  dark: useLocalStorage('halitus.dark', false),
  railLeft: useLocalStorage('halitus.railLeft', false),
  skin: useLocalStorage<(typeof SKINS)[number]>('halitus.skin', 'middle'),
}))
