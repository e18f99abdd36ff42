import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'

/** Light or dark, remembered on this device. */
export const useAppearance = defineStore('appearance', () => ({
  dark: useLocalStorage('halitus.dark', false),
}))
