/**
 * Threads of this trade, and how far a real one may be from its name. Lengths in mm. `metric` and `unified` have 60° flanks, `pipe` 55°
 * (parallel), `taper` narrows by 1 in 16.
 */
export type ThreadForm = 'metric' | 'unified' | 'pipe' | 'taper'
export type ThreadSize = { name: string; form: ThreadForm; major: number; pitch: number }

const inch = 25.4
const metric = (major: number, pitch: number): ThreadSize => ({ name: `M${major}×${pitch}`, form: 'metric', major, pitch })
const unified = (fraction: string, inches: number, perInch: number): ThreadSize => ({
  name: `${fraction}-${perInch}`,
  form: 'unified',
  major: inches * inch,
  pitch: inch / perInch,
})
/** Outside diameter of the pipe; the thread's own is a little less and grows along it (ASME B1.20.1, from memory). */
const taper = (fraction: string, pipeInches: number, perInch: number): ThreadSize => ({
  name: `${fraction}-${perInch} NPT`,
  form: 'taper',
  major: pipeInches * inch,
  pitch: inch / perInch,
})
/** ISO 228-1, from memory. */
const pipe = (fraction: string, major: number, perInch: number): ThreadSize => ({
  name: `G ${fraction}-${perInch}`,
  form: 'pipe',
  major,
  pitch: inch / perInch,
})

/** Narrows like NPT, with the flanks and sizes of ISO 228's (ISO 7-1, from memory); `major` where the gauge ring stands. */
const taperPipe = (fraction: string, major: number, perInch: number): ThreadSize => ({
  name: `R ${fraction}-${perInch}`,
  form: 'taper',
  major,
  pitch: inch / perInch,
})

/** Metric by ISO 261, unified by SAE J512 and J514 as they are used here, pipe by ISO 228-1 and ASME B1.20.1; all from memory. */
export const threadSizes = {
  m8x1_25: metric(8, 1.25),
  m9x1: metric(9, 1),
  m10x1: metric(10, 1),
  m10x1_25: metric(10, 1.25),
  m10x1_5: metric(10, 1.5),
  m11x1_5: metric(11, 1.5),
  m12x1: metric(12, 1),
  m12x1_25: metric(12, 1.25),
  m12x1_5: metric(12, 1.5),
  m13x1_5: metric(13, 1.5),
  m14x1_5: metric(14, 1.5),
  m16x1_5: metric(16, 1.5),
  m18x1_5: metric(18, 1.5),
  m22x1_5: metric(22, 1.5),
  u5_16_28: unified('5/16', 5 / 16, 28),
  u3_8_24: unified('3/8', 3 / 8, 24),
  u7_16_20: unified('7/16', 7 / 16, 20),
  u7_16_24: unified('7/16', 7 / 16, 24),
  u1_2_20: unified('1/2', 1 / 2, 20),
  u9_16_18: unified('9/16', 9 / 16, 18),
  u5_8_18: unified('5/8', 5 / 8, 18),
  u3_4_16: unified('3/4', 3 / 4, 16),
  u3_4_18: unified('3/4', 3 / 4, 18),
  u7_8_14: unified('7/8', 7 / 8, 14),
  u1_1_16_12: unified('1 1/16', 17 / 16, 12),
  u1_1_16_14: unified('1 1/16', 17 / 16, 14),
  npt1_8: taper('1/8', 0.405, 27),
  npt1_4: taper('1/4', 0.54, 18),
  npt3_8: taper('3/8', 0.675, 18),
  npt1_2: taper('1/2', 0.84, 14),
  g1_8: pipe('1/8', 9.728, 28),
  g1_4: pipe('1/4', 13.157, 19),
  g3_8: pipe('3/8', 16.662, 19),
  g1_2: pipe('1/2', 20.955, 14),
  r1_8: taperPipe('1/8', 9.728, 28),
  r1_4: taperPipe('1/4', 13.157, 19),
  r3_8: taperPipe('3/8', 16.662, 19),
  r1_2: taperPipe('1/2', 20.955, 14),
} as const satisfies Record<string, ThreadSize>

/** Between which diameters a sound thread measures. */
export type Limits = { least: number; most: number }

/**
 * Outside a male thread. Metric 6g: below nominal by 15 + 11·P µm, tolerance 180·P^(2/3) − 3.15/√P µm (ISO 965-1). Unified 2A: tolerance
 * 0.060·P^(2/3) in, below nominal by three tenths of the pitch diameter's (ASME B1.1). Pipe: 0.25 mm (ISO 228-1, rounded up). A taper is
 * taken anywhere along five turns. From memory of these standards.
 */
export function outsideLimits({ form, major, pitch }: ThreadSize): Limits {
  if (form === 'metric') {
    const below = (15 + 11 * pitch) / 1000
    const tolerance = (180 * pitch ** (2 / 3) - 3.15 / Math.sqrt(pitch)) / 1000
    return { least: major - below - tolerance, most: major - below }
  }
  if (form === 'unified') {
    const [p, d] = [pitch / inch, major / inch]
    const ofPitchDiameter = 0.0015 * d ** (1 / 3) + 0.0015 * Math.sqrt(9 * p) + 0.015 * p ** (2 / 3)
    const below = 0.3 * ofPitchDiameter * inch
    return { least: major - below - 0.06 * p ** (2 / 3) * inch, most: major - below }
  }
  if (form === 'pipe') return { least: major - 0.25, most: major }
  return { least: major - (6 * pitch) / 16 - 0.1, most: major }
}

/**
 * Inside a female thread: its minor diameter. 60° threads: major − 1.0825·P, and over it by up to 230·P^0.7 µm, for pitches under 1 mm
 * 433·P − 190·P^1.22 µm (ISO 965-1, 6H); pipe: major − 1.2807·P, over it by up to 0.28 mm. From memory of these standards.
 */
export function insideLimits({ form, major, pitch }: ThreadSize): Limits {
  const minor = major - (form === 'pipe' || form === 'taper' ? 1.2807 : 1.0825) * pitch
  if (form === 'taper') return { least: minor - (6 * pitch) / 16, most: minor + 0.1 }
  if (form === 'pipe') return { least: minor, most: minor + 0.28 }
  const tolerance = (pitch >= 1 ? 230 * pitch ** 0.7 : 433 * pitch - 190 * pitch ** 1.22) / 1000
  return { least: minor, most: minor + tolerance }
}

/** Turns per inch as they are counted. */
export const perInch = ({ pitch }: Pick<ThreadSize, 'pitch'>): number => inch / pitch
/** Pitch in mm of so many turns to the inch. */
export const pitchOf = (turnsPerInch: number): number => inch / turnsPerInch
