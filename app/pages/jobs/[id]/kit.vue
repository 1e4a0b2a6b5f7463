<script setup lang="ts">
import type { KitItem } from '#core/kit/listKit'
import { plural } from '#shared/words/vocabulary'
import { useFromShelf } from '~/composables/useFromShelf'
import { useJobPage } from '~/composables/useJobPage'
import { useUnits } from '~/stores/units'

const { job } = useJobPage()
const units = useUnits()
const { taken } = useFromShelf()
/** The lines' own fluid, where the shelf has one that may go in: what is taken there is what is laid out. */
const fromShelf = (item: KitItem) =>
  item.kind === 'fluid' && item.for.includes(job.view!.sheet.id) && taken.value?.takes ? taken.value : undefined
/** Each fluid comes in its own bottle. */
const bottleOf = (item: KitItem) =>
  job.fluid!.drained.find(({ circuit }) => item.for.includes(circuit))?.bottles.size ?? job.fluid!.bottles.size
</script>

<template>
  <div class="kit-room" :class="{ both: job.trays.length > 0 }">
    <RoomPart v-if="job.kit.length" first title="Kit" :told="plural(job.kit.length, 'item')">
      <v-table class="kit">
        <tbody>
          <tr v-for="(item, i) in job.kit" :key="i">
            <td class="num">{{ fromShelf(item) ? '' : `${item.count} ×` }}</td>
            <td>
              {{ fromShelf(item)?.fluid ?? item.name
              }}<template v-for="caution in fromShelf(item)?.cautions" :key="caution"
                ><br /><b>{{ caution }}</b></template
              >
            </td>
            <td class="soft">
              {{
                [
                  fromShelf(item)
                    ? [
                        `from the shelf: ${fromShelf(item)!.takes}`,
                        fromShelf(item)!.fluid !== item.name && `the sheet asks for ${item.name}`,
                      ]
                        .filter(Boolean)
                        .join(' · ')
                    : item.kind === 'fluid' && job.fluid
                      ? `${units.volume(bottleOf(item))} bottle`
                      : item.size,
                  item.kind === 'part' && 'renewed beside the line',
                  item.part,
                  item.unnamed && 'the sheet does not say which',
                  item.atLeast && 'at least: nobody has measured what the line holds',
                  item.toChoose && 'several would do: choose which on the plan',
                  item.made && 'made here',
                  item.brought && 'comes with the line',
                  item.unobtainable && 'not supplied any more',
                ]
                  .filter(Boolean)
                  .join(' · ')
              }}
            </td>
          </tr>
        </tbody>
      </v-table>
    </RoomPart>
    <div v-else-if="job.planBusy" class="busy" role="status" aria-label="The plan is being made" />
    <div v-else class="empty"><b>Nothing to lay out yet.</b>The kit follows from the plan: choose the lines first.</div>
    <FastenerTray :trays="job.trays" />
  </div>
</template>

<style scoped>
.kit td:first-child {
  width: 64px;
}
@media (max-width: 700px) {
  .kit tr {
    display: flex;
    flex-wrap: wrap;
    gap: 0 10px;
    border-bottom: 1px solid var(--line);
  }
  .kit.v-table.v-table :deep(tbody tr td) {
    border: 0;
    height: auto;
    padding: 4px 0;
  }
  .kit td:first-child {
    width: 30px;
  }
  .kit td:last-child {
    margin-left: auto;
    text-align: right;
  }
}
.kit-room {
  display: grid;
  gap: 12px;
  align-items: start;
}
@media (min-width: 701px) {
  /* Size and number stand in one line, or the kit is longer than a screen. */
  .kit td:last-child {
    width: 50%;
  }
  .kit.v-table.v-table :deep(tbody tr td) {
    height: auto;
    padding-block: 2px;
  }
}
@media (min-width: 1000px) {
  .both {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
