import { defineNuxtPlugin } from '#imports'
import { ownTurn } from '~/utils/inTurn'
import { aliases, workshop } from '~/vuetify/workshop'

export default defineNuxtPlugin({
  name: 'workshop',
  // Before Vuetify is made (the module's own plugin asks with this hook).
  enforce: 'pre',
  async setup(app) {
    app.hook('vuetify:before-create', ({ vuetifyOptions }) => {
      Object.assign(vuetifyOptions, { blueprint: workshop, aliases })
    })
    // Reading the script, setting the program up and drawing the first of it are tasks of their own.
    app.hook('app:beforeMount', ownTurn)
    await ownTurn()
  },
})

declare module 'vue' {
  interface GlobalComponents {
    VBtnMain: (typeof aliases)['VBtnMain']
    VBtnSecond: (typeof aliases)['VBtnSecond']
    VBtnQuiet: (typeof aliases)['VBtnQuiet']
    VBtnChoice: (typeof aliases)['VBtnChoice']
    VBtnPlain: (typeof aliases)['VBtnPlain']
    VBtnBad: (typeof aliases)['VBtnBad']
    VBtnGo: (typeof aliases)['VBtnGo']
  }
}
