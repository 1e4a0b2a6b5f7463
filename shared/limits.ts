/** Limits on what crosses the wire. A value beyond them is a mistake or an attack, and is refused with its place. */
export const limits = {
  text: 2000,
  name: 160,
  slug: 64,
  packBytes: 8 * 1024 * 1024,
  bodyBytes: 256 * 1024,
  jsonDepth: 40,
  /** Values in one sheet; depth and parts of one condition in it. */
  sheetNodes: 200_000,
  predicateDepth: 8,
  predicateNodes: 120,
  /** A job's events in one request to compute from: as many as a job can hold (core/job/commands/roomLeft, held to it by a test). */
  computedEvents: 21_000,
  /** Values in one request to compute from: a sheet and a job as large as they may be. To find nonsense of so many out takes 0.7 s. */
  computedValues: 500_000,
  eventsPerRequest: 100,
  /** Revisions of one sheet: more than anybody publishes, and a number that every store can hold. */
  revisions: 100_000,
  /** Heads of sheets in one answer at most, and as many as are shown where nobody says how many. */
  sheetsPerPage: 500,
  sheetsShown: 60,
  /** Sheets of a library: more than any shop has, and a number to count from that every store can hold. */
  sheets: 1_000_000,
  /** Sheets looked at closely in one answer: as many as a screen shows. */
  glances: 24,
  /** Rows of the Floor in one answer or message. */
  jobsPerPage: 200,
  /** Rows of a bend table on the bench. */
  benchRows: 40,
  /** A file of one line: far more than any has. */
  pointsBytes: 4 * 1024 * 1024,
  /** Fluids on a shop's shelf, containers of each, and mL that one holds at most. */
  shelf: 60,
  containers: 5,
  /** Benders and coils that a shop keeps, and mm of tube on a coil. */
  gear: 60,
  coilMm: 100_000,
  fluidMl: 250_000,
  /** The database counts events of a job in 32 bits. */
  sequence: 2 ** 31 - 1,
  /** Requests of nobody known that wait for their turn. */
  strangersWaiting: 1000,
  /** Pages that follow the workshop at once: of one sign-in, and of one device whoever is signed in on it. */
  streams: { signIn: 20, device: 40 },
  /** Bytes of bodies in hand at once, beside the small ones that everybody may always send: of one person, and of all. */
  bodiesInHand: { each: 16 * 1024 * 1024, all: 64 * 1024 * 1024 },
  /** Per group of a search, and how many candidates the index gives up for ranking. */
  searchResults: 8,
  searchCandidates: 80,
  photoBytes: 2 * 1024 * 1024,
  photoSide: 4096,
  /** Photos are made this small on the device before they are sent. */
  photoSentSide: 1600,
  photosPerJob: 60,
  /** What waits for a lead, of one job at a time, and in one list. */
  disputesPerJob: 100,
  disputesListed: 200,
  noteText: 500,
  notesPerRevision: 100,
  pinDigits: [4, 8] as const,
  passwordLength: [10, 200] as const,
  /**
   * Sign-ins are paid for from buckets that fill again by themselves: so many tries at once, then one every so many seconds. A known device
   * has one for each person; devices nobody has signed in on share one for each person and one for their address.
   */
  signIn: {
    device: { tries: 5, everySeconds: 60 },
    person: { tries: 10, everySeconds: 60 },
    address: { tries: 30, everySeconds: 2 },
    bodyBytes: 2048,
    /** Sign-ins looked at together; more are asked to come again. */
    together: 16,
  },
  /** A sign-in lasts a working day. */
  signInHours: 14,
  /** Entries signed by a sign-in that has ended are believed this long after: a tablet may lie in a drawer over a holiday. */
  signedDays: 60,
  /** Secrets hashed one after the other: each takes a core for about a quarter of a second. */
  hashing: { together: 1, waiting: 12 },
} as const
