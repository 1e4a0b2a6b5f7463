import { family } from './kit'

/** Made-up makes of a made-up coast. */
export const families = [
  family('ondrel-halyard', 'Ondrel', 'Halyard', 'pickup', [2012, 2021], { d32: '3.2 diesel', p36: '3.6 petrol' }),
  family('caskell-pintle', 'Caskell', 'Pintle', 'van', [2009, 2020], { d22: '2.2 diesel' }),
  family('tolvane-skerry', 'Tolvane', 'Skerry', 'hatchback', [2010, 2022], { p14: '1.4 petrol', p16: '1.6 petrol' }),
  family('brannoch-ketch', 'Brannoch', 'Ketch', 'saloon', [2012, 2021], { t18: '1.8 petrol turbo', d20: '2.0 diesel' }),
  family('brannoch-lugger', 'Brannoch', 'Lugger', 'estate', [2013, 2020], { t20: '2.0 petrol turbo', d20: '2.0 diesel' }),
  family('tolvane-fulmar', 'Tolvane', 'Fulmar', 'crossover', [2014, 2022], { p25: '2.5 petrol', h25: '2.5 hybrid' }),
  family('tolvane-petrel', 'Tolvane', 'Petrel', 'coupe', [2009, 2018], { p20: '2.0 petrol', p24: '2.4 petrol' }),
  family('caskell-bollard', 'Caskell', 'Bollard', 'heavy van', [2010, 2019], { d30: '3.0 diesel', p46: '4.6 petrol' }),
  family('ondrel-wherry', 'Ondrel', 'Wherry', 'old pickup', [1994, 2004], { p40: '4.0 petrol', d27: '2.7 diesel' }),
  family('virrey-plover', 'Virrey', 'Plover 900', 'motorcycle', [2008, 2016], { v90: '900 twin' }),
]
