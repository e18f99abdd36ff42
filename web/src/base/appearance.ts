import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'

/** Light or dark, and which hand the rail lies at; remembered on this device. */
export const useAppearance = defineStore('appearance', () => ({
  dark: useLocalStorage('halitus.dark', false),
  railLeft: useLocalStorage('halitus.railLeft', false),
}))
