import type { FaultMap } from '../map'

/** What American English says otherwise: whole sentences, for words, articles and order differ. What is not named is the same in both. */
const AMERICAN: Readonly<Record<string, string>> = {
  'Premix burner with a ratio valve': 'Premix burner with a negative-pressure gas valve',
  'Induced draught burner': 'Induced draft burner',
  'Forced draught burner': 'Power burner',
  'Time switch or programmer': 'Timer or programmable control',
  Programmer: 'Programmable control',
  'Time switch': 'Timer',
  'Time, programme, override on.': 'Time, program, override on.',
  'Room or cylinder thermostat': 'Room or tank thermostat',
  'Motorised valve or its end switch': 'Zone valve or its end switch',
  'Motorised valve and end switch': 'Zone valve and end switch',
  'Overheat thermostat': 'High limit',
  'Overheat thermostat, across it': 'High limit, across it',
  'Meter across the thermostat, never a bridge: made or open, cold and when it trips.':
    'Meter across the limit, never a jumper: closed or open, cold and when it trips.',
  'Bridging the overheat thermostat': 'Jumpering the high limit',
  'Temperature at which the overheat thermostat opens': 'Temperature at which the high limit opens',
  'Thermometer at the thermostat, heat kept in: the cut-out against the card.':
    'Thermometer at the limit, heat kept in: the cutout against the card.',
  'Flue, terminal or intake obstructed': 'Vent, termination or intake obstructed',
  'Clear it; never fire with the flue apart': 'Clear it; never fire with the vent apart',
  'Terminal, flue and intake': 'Termination, vent and intake',
  'Joint open or terminal wrong': 'Joint open or termination wrong',
  'Repair joint or terminal': 'Repair joint or termination',
  'Firing with the flue apart': 'Firing with the vent apart',
  'Flue blocked': 'Vent blocked',
  'Gas shut, fan alone at the card’s state: the gauge against the card. Flue and case as they are.':
    'Gas shut, inducer alone at the card’s state: the gauge against the card. Vent and cabinet as they are.',
  'Air pressure switch': 'Pressure switch',
  'Pressure at the air pressure switch': 'Pressure at the pressure switch',
  'Bridging the air pressure switch': 'Jumpering the pressure switch',
  'Contact of the air pressure switch': 'Contact of the pressure switch',
  'Replace it; never bridged': 'Replace it; never jumpered',
  'Size or clear the pipe; the meter regulator is the supplier’s': 'Size or clear the pipe; the service regulator is the utility’s',
  'LPG vessel empty or too cold': 'LP tank empty or too cold',
  'Refill; size the vessel for the draw': 'Refill; size the tank for the draw',
  'Vessel empty or frosted': 'Tank empty or frosted',
  'Meter or vessel valve and isolating valve open; another appliance burns.':
    'Meter or tank valve and appliance shutoff valve open; another appliance burns.',
  'Working pressure at the inlet': 'Dynamic pressure at the inlet',
  'Test point at the inlet, gauge zeroed there; standing, and while it tries or runs.':
    'Pressure tap at the inlet, gauge zeroed there; static, and while it tries or runs.',
  'Gas valve lets by': 'Gas valve leaks through',
  'Lets by': 'Leaks through',
  'Set by analyser': 'Set by analyzer',
  'Set low rate by analyser': 'Set low fire by analyzer',
  'Mixture at low rate mis-set': 'Mixture at low fire mis-set',
  'Off at low rate only': 'Off at low fire only',
  'Analyser in the flue, settled, case on: high and low rate, CO with it.':
    'Analyzer in the vent, settled, cabinet closed: high and low fire, CO with it.',
  Analyser: 'Analyzer',
  'Flame rod or scanner dirty': 'Flame sensor or scanner dirty',
  'Flame rod': 'Flame sensor',
  'Flame rod or scanner': 'Flame sensor or scanner',
  'Microamps dc in series with the rod, at every rate and at ignition; never in a combined spark lead.':
    'Microamps DC in series with the sensor, at every rate and at ignition; never in a combined spark lead.',
  'Measured across the rod, the meter takes the signal away: put it in series.':
    'Measured across the sensor, the meter takes the signal away: put it in series.',
  'Earth or polarity': 'Ground or polarity',
  'Make the earth good; live and neutral right': 'Make the ground good; hot and neutral right',
  'Earth and polarity': 'Ground and polarity',
  'Live to neutral, live to earth, neutral to earth at the appliance; burner to earth in ohms with the power off.':
    'Hot to neutral, hot to ground, neutral to ground at the appliance; burner to ground in ohms with the power off.',
  'Expansion vessel': 'Expansion tank',
  'Replace it after the vessel is right': 'Replace it after the tank is right',
  'Relief valve passes': 'Relief valve weeps',
  'Shut off; repair or hand over': 'Shut off; repair, or turn over to the gas utility',
  'Pump runs, flow and return: rise within limits, valves open, no air, strainer clear.':
    'Pump runs, supply and return: rise within limits, valves open, no air, strainer clear.',
  'Display or lamp; fuse and isolator.': 'Display or light; fuse or breaker, and service switch.',
  'Tap open, then heating: which pipe warms, does it travel.': 'Faucet open, then heating: which pipe warms, does it travel.',
  'Tap open: litres a minute on the display against a bucket.': 'Faucet open: gallons per minute on the display against a bucket.',
  'Flow, return, cold and hot with the tap open: boiler hot, tap lukewarm.':
    'Supply, return, cold and hot with the faucet open: boiler hot, faucet lukewarm.',
  'Along the pipes; boiler isolated from the system for a while: which side falls.':
    'Along the pipes; boiler valved off from the system for a while: which side falls.',
  'Leak detection fluid': 'Soap solution',
  'Detector and fluid along the joints': 'Detector and soap along the joints',
  'Detector zeroed in clean air, slowly, above for natural gas, below for LPG; confirmed by fluid.':
    'Detector zeroed in clean air, slowly, above for natural gas, below for LP; confirmed by soap solution.',
  'Gas detector': 'Combustible gas detector',
  'Tightness, valve shut and open': 'Leak test, valve shut and open',
  'Timed fall with the isolating valve shut, then open: pipe, or appliance.':
    'Timed drop with the appliance shutoff valve shut, then open: piping, or appliance.',
  'Falls with the valve shut': 'Drops with the valve shut',
  'Falls only with it open': 'Drops only with it open',
  'Injector blocked or of the wrong size': 'Orifice blocked or of the wrong size',
  'Clean it, or fit the card’s injector': 'Clean it, or install the card’s orifice',
  'Injector against the card': 'Orifice against the card',
  'Pilot injector or flame': 'Pilot orifice or flame',
  'Filter, grilles, blower speed, coil': 'Filter, registers, blower speed, coil',
  'Filter, grilles, blower: rise between return and supply air against the plate.':
    'Filter, registers, blower: rise between return and supply air against the rating plate.',
  'More gas than the plate says': 'More gas than the rating plate says',
  'Clock the meter at full rate, everything else off; against the plate.':
    'Clock the meter at high fire, everything else off; against the rating plate.',
  'As the plate': 'As the rating plate',
  'Burner pressure at each rate': 'Manifold pressure at each rate',
  'Gauge at the burner test point, cap of the governor on: high, then low.':
    'Gauge at the manifold tap, cap of the regulator on: high, then low.',
  'Low-water cut-off': 'Low-water cutoff',
  'Low-water cut-off and gauge glass': 'Low-water cutoff and gauge glass',
  'Water at its line; blow the cut-off down and see it act. Isolate it and measure its leakage; never bridged.':
    'Water at its line; blow the cutoff down and see it act. De-energize it and measure its leakage; never jumpered.',
  'Bridging the low-water cut-off': 'Jumpering the low-water cutoff',
  'The device isolated and measured tells the same, dry-firing aside.':
    'The device de-energized and measured tells the same, dry-firing aside.',
  'Downdraught or spill switch': 'Downdraft or spill switch',
  'Flue, air and extractor fans; replace no switch before': 'Vent, air and exhaust fans; replace no switch before',
  'Extractor fan, or too little air in the room': 'Exhaust fan, or too little air in the room',
  'Air vents; extractor fan off or with its own air': 'Combustion-air openings; exhaust fan off or with its own air',
  'Lit as the plate says, after airing: blue, around the sensor, steady in the draught.':
    'Lit as the rating plate says, after airing: blue, around the sensor, steady in the draft.',
  'Meter across it, never a bridge; reset only after the flue is proved.':
    'Meter across it, never a jumper; reset only after the vent is proved.',
  'Bridging the spill switch': 'Jumpering the spill switch',
  'Bridging the gas pressure switch': 'Jumpering the gas pressure switch',
  'Spillage round the draught diverter': 'Spillage around the draft hood',
  'Smoke all round from five minutes after lighting, extractor fans on, doors shut; then off, window open.':
    'Smoke all around from five minutes after lighting, exhaust fans on, doors shut; then off, window open.',
  'Spills with extractor fans on only': 'Spills with exhaust fans on only',
  Draught: 'Draft',
  'Gauge in the flue, hot; against the card.': 'Gauge in the vent, hot; against the card.',
  'Leads of two stages changed over': 'Leads of two stages swapped',
  'Power off, plugs of two valves changed, one try, and back again: A, B, A. Both well after it proves nothing yet: move the lead.':
    'Power off, plugs of two valves swapped, one try, and back again: A, B, A. Both working after it proves nothing yet: move the lead.',
  'Stage switched on, its isolating valve open': 'Stage switched on, its shutoff valve open',
  'Parameter of the stage and its isolating valve.': 'Parameter of the stage and its shutoff valve.',
}

const said = (text: string): string => AMERICAN[text] ?? text

/** A map in American English: its words, and nothing else. */
export const american = (map: FaultMap): FaultMap => ({
  ...map,
  title: said(map.title),
  causes: map.causes.map((c) => ({ ...c, label: said(c.label), remedy: said(c.remedy), part: c.part && said(c.part) })),
  checks: map.checks.map((c) => ({
    ...c,
    label: said(c.label),
    method: said(c.method),
    tools: c.tools.map(said),
    instead: c.instead && { of: said(c.instead.of), why: said(c.instead.why) },
    results: c.results.map((r) => ({ ...r, label: said(r.label), wrongMethod: r.wrongMethod && said(r.wrongMethod) })),
  })),
})

/** For the test that no sentence is there for nothing. */
export const AMERICAN_SENTENCES: readonly (readonly [gb: string, us: string])[] = Object.entries(AMERICAN)
