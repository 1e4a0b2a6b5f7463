<script setup lang="ts">
import { computed, ref } from 'vue'
import { useJobPage } from '~/composables/useJobPage'

/** The lines of a job as strips, with what is done on them: none with its words until one is chosen. */
const { job } = useJobPage()
const resolved = computed(() => job.resolved!)
const line = ref('')
const joint = ref<string>()
/** A joint is chosen on its line. */
function pick(id: string) {
  joint.value = id
  line.value = resolved.value.joints.find(one => one.id === id)?.line ?? line.value
}
</script>

<template>
  <StripStack
    :resolved="resolved"
    :line="line"
    :selected="joint"
    :ways="job.plan?.ways"
    :state="job.state"
    :scope="job.state!.inputs ? job.state!.scope : undefined"
    @line="picked => (line = picked === line ? '' : picked)"
    @select="pick"
  />
</template>
