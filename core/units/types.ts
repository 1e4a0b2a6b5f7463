declare const unitOf: unique symbol

/**
 * A number that knows its SI unit. Branded so that newton metres can never be passed where millimetres, or a torque still in lbf·ft, are
 * expected. Arithmetic yields a plain number again; the caller says what it is by wrapping it (`newtonMetres(x)`).
 */
export type Quantity<U extends string> = number & { readonly [unitOf]: U }

export type NewtonMetres = Quantity<'N·m'>
export type Millimetres = Quantity<'mm'>
export type Millilitres = Quantity<'mL'>
export type Celsius = Quantity<'°C'>
export type Kilopascals = Quantity<'kPa'>
export type Minutes = Quantity<'min'>
export type Degrees = Quantity<'deg'>

/** A number as N·m. Units of the SI (ISO 80000). */
export const newtonMetres = (value: number) => value as NewtonMetres
/** A number as mm. */
export const millimetres = (value: number) => value as Millimetres
/** A number as mL. */
export const millilitres = (value: number) => value as Millilitres
/** A number as °C. In °C. */
export const celsius = (value: number) => value as Celsius
/** A number as minutes. */
export const minutes = (value: number) => value as Minutes
/** A number as degrees of an angle. */
export const degrees = (value: number) => value as Degrees

export type Dimension = 'torque' | 'length' | 'volume' | 'temperature' | 'pressure'

export const torqueUnits = ['N.m', 'lbf.ft', 'lbf.in', 'kgf.cm'] as const
export type TorqueUnit = (typeof torqueUnits)[number]
export const lengthUnits = ['mm', 'in'] as const
export type LengthUnit = (typeof lengthUnits)[number]
export const volumeUnits = ['mL', 'L', 'qt', 'floz'] as const
export type VolumeUnit = (typeof volumeUnits)[number]
export const temperatureUnits = ['degC', 'degF'] as const
export type TemperatureUnit = (typeof temperatureUnits)[number]
export type PressureUnit = 'kPa' | 'psi' | 'bar'

export type UnitsOf = { torque: TorqueUnit; length: LengthUnit; volume: VolumeUnit; temperature: TemperatureUnit; pressure: PressureUnit }
export type SiOf = { torque: NewtonMetres; length: Millimetres; volume: Millilitres; temperature: Celsius; pressure: Kilopascals }

/** What a person typed, kept exactly as typed beside its SI value. */
export type Entered<D extends Dimension> = { value: number; unit: UnitsOf[D] }
