// What the bay does not show at once, it has all the same before the network can go: fetched as soon as nothing else is to be done.
const parts = [
  () => import('~/components/bay/SeizedDialog.vue'),
  () => import('~/components/bay/BayMenu.vue'),
  () => import('~/components/bay/PhotoTake.vue'),
  () => import('~/components/bay/LevelEntry.vue'),
  () => import('~/components/bay/RoundEntry.vue'),
  () => import('~/components/bay/MakeStep.vue'),
  () => import('~/components/bay/RetorqueOffer.vue'),
  () => import('~/components/bay/FeedInWay.vue'),
  () => import('~/components/bay/PartDiffers.vue'),
  () => import('~/components/bay/BenchVerdict.vue'),
]

/** Fetches what may be wanted at a later step. What does not come is asked for again when it is wanted. */
export async function fetchBayParts(): Promise<void> {
  await Promise.allSettled(parts.map(part => part()))
}
