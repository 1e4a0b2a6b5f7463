import { describe, expect, it } from 'vitest'
import { endForms } from '../../core/making/cutLength'
import { flareLooks, flareLookWords } from '../../shared/words/flareLookWords'
import FlareLooks from '../../app/components/making/FlareLooks.vue'
import { mountPart } from '../helpers/mountPart'

describe('how a flare can have come out', () => {
  it.each(endForms.filter(form => form !== 'plain' && form !== 'bead'))(
    '%s: one that is good first, and each fault with its remedy',
    form => {
      const part = mountPart(FlareLooks, { form })
      const looks = part.findAll('li')
      expect(looks.map(look => look.get('b').text())).toEqual(
        flareLooks.map(look => `${look === 'good' ? '✓' : '✗'} ${flareLookWords[look].title}`),
      )
      expect(looks.map(look => look.text().includes('Cut it off'))).toEqual([false, true, true, true, true])
      // No two are drawn alike.
      expect(new Set(looks.map(look => look.get('svg').html())).size).toBe(flareLooks.length)
    },
  )
})
