/** Limits on what crosses the wire. A value beyond them is a mistake or an attack, and is refused with its place. */
export const limits = {
  text: 2000,
  name: 160,
  slug: 64,
  packBytes: 8 * 1024 * 1024,
  bodyBytes: 256 * 1024,
  jsonDepth: 40,
  eventsPerRequest: 100,
  /** Per group of a search, and how many candidates the index gives up for ranking. */
  searchResults: 8,
  searchCandidates: 80,
  photoBytes: 2 * 1024 * 1024,
  photoSide: 4096,
  /** Photos are made this small on the device before they are sent. */
  photoSentSide: 1600,
  photosPerJob: 60,
  noteText: 500,
  notesPerRevision: 100,
  pinDigits: [4, 8] as const,
  passwordLength: [10, 200] as const,
  /** Wrong sign-ins per person, and per address, within the window before waiting is asked for. */
  signIn: { perPerson: 5, perAddress: 30, windowMinutes: 15 },
} as const
