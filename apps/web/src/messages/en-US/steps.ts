import type { Other } from '@/ui/words'
import type { steps as gb } from '../en-GB/steps'

/** American English where it differs: words of job types and steps of the checklist. */
export const steps: Other<typeof gb> = {
  'step.make-safe.what': 'Zero the detector and analyzer outdoors in clean air. Look around before you touch anything.',
  'step.make-safe.how':
    'Switch on and zero the detector and analyzer outside. Zero each pressure port at its connection. Wear your CO alarm. Check for a smell of gas. Read CO in the room. Look at the vent, combustion-air openings and rating plate. Photograph old stains before you wipe them; a new stain then shows a live leak.',
  'step.standing.title': 'Static pressure',
  'step.standing.what': 'Turn every appliance off. Shut the gas off before you open a pressure tap.',
  'step.standing.how':
    'Shut the gas off. Open the inlet pressure tap. Zero the gauge and connect it. Turn the gas on with every appliance off. Record when the reading is stable.',
  'step.working.title': 'Dynamic pressure at the inlet',
  'step.working.why':
    'Good at the meter and low at the inlet: the pipe is the cause. Low at the meter: the utility’s side, unless the card says the regulator is yours.',
  'step.manifold.title': 'Manifold pressure at {{rate}}',
  'step.manifold.how':
    'Identify every screw before you touch one. Connect the gauge to the manifold pressure tap. Set the burner to this rate. Record when the reading is stable.',
  'step.manifold.why': 'Manifold pressure sets the rate. The meter then proves it.',
  'step.differential.title': 'Combustion chamber pressure differential at {{rate}}',
  'step.differential.how':
    'Connect to the two pressure taps of the combustion chamber, high side first. Set the burner to this rate. Record when the reading is stable.',
  'step.flue.what': 'Cabinet closed. Wait for a stable reading.',
  'step.flue.how':
    'Put the probe into the test port, tip in the middle third of the vent, and seal it. On a direct-vent appliance measure combustion air in the intake. Record all readings together when they are stable.',
  'step.loose-ends.how': 'Put each item back and mark it. A gas joint is closed only by a leak check: detector first, then soap solution.',
  'step.finish.what': 'Prove vent, combustion air, pressure or input, and safe operation.',
  'step.finish.how':
    'Run the appliance once on the customer’s own controls. Record how the appliance is left. You can always leave it shut off or turn it over to the utility.',
  'step.before-entry.how':
    'Switch the detector on in clean air and hold it ahead of you. Get people out. Shut the gas off at the meter if you can reach it safely. Below 10% LEL, open doors and windows. At 10% LEL or more, stay out and call the gas utility or 911.',
  'step.condition.how':
    'Compare differential or inducer pressure at high fire with the table. Check firing rate, O₂ and CO at each rate, flue gas temperature and earlier years. Dirty: clean. Starved: correct the supply. Mis-set: adjust. Leaking: shut off.',
  'step.isolate.title': 'Lock out and verify de-energized',
  'step.isolate.what':
    'Check the tester, verify de-energized, check the tester again. Shut the gas off. The appliance’s own switch is not a disconnect.',
  'step.isolate.how':
    'Open the disconnect or breaker, lock it out and tag it. Check the tester on a known live source, test every conductor, check the tester again. Shut the gas off. Live testing with the cover off needs its own permission, one stated test at a time.',
  'step.isolate.why': 'Only dismantle what has been verified de-energized.',
  'step.let-by.title': 'Leak-through',
  'step.let-by.what': 'Raise to part pressure, shut the main gas shutoff valve and watch for a rise.',
  'step.let-by.how':
    'Disconnect anything rated below the test pressure. Raise to part pressure. Shut the main gas shutoff valve and start the timer. Read the rise when the timer finishes.',
  'step.let-by.why': 'Leak-through feeds the pipe and hides a leak in the leak test.',
  'step.tightness.title': 'Leak test',
  'step.tightness.what': 'Raise to the test pressure, let it stabilize, then time the pressure loss.',
  'step.tightness.how':
    'Raise slowly to the test pressure and shut the valve. Wait for the temperature to stabilize. Start the second timer and read the pressure loss when it finishes. Trace any loss with the detector, then soap solution. Never use a flame.',
  'step.joints-cold.what': 'Move the detector slowly: above the joint for natural gas, below it for LPG. Then use soap solution.',
  'step.joints-cold.how':
    'Sweep each joint with the detector and locate the leak with soap solution. Check again after each tightening. Fresh sealant can set off a detector. Joints downstream of the valve hold no gas yet: check them while firing.',
  'step.strip.what': 'Photograph and list what you take apart. Install new gaskets where the maker says so.',
  'step.strip.how':
    'Work through the maker’s list: sound, cleaned, replaced or left. Keep the orientation of insulation, baffles and flaps. Rinse acid condensate out and keep it off the control board. Find the source of the dirt.',
  'step.replace-valve.title': 'Install the new gas valve',
  'step.replace-valve.how':
    'Mark leads and tubes. Hold back with a second wrench. Use sealant sparingly on pipe threads only, never on flare or ferrule faces. Start soft threads by hand. Transfer an outlet restrictor if one was installed.',
  'step.dead-start.title': 'The light-off that fails',
  'step.dead-start.what': 'Watch or try one light-off. Where does it stop?',
  'step.dead-start.why': 'A burner that does not run has no as-found combustion. Where the light-off stops is what was found.',
  'step.basics.how':
    'Check polarity and ground. Empty the trap and run water through the drain. Look at electrodes, gap and lead. Measure what the card gives values for, isolated and cold.',
  'step.repair.how':
    'Record what was cleaned, freed or installed. If the job turned into more than a repair (a new gas valve, gas piping), press This has become. If a part is missing, leave the appliance shut off: the next visit goes on from here.',
  'step.before-running.what': 'Look at vent, combustion air, rating plate and water before you light it.',
  'step.before-running.how':
    'None of this was part of the job until now. Look at the vent and its termination, air openings, rating plate, water damage, and the water in the appliance.',
  'step.convert.what': 'Install orifices, restrictor or settings for this gas. Change regulator, plate and label.',
  'step.convert.how':
    'Install only what the card names for this gas. Check that the regulator, its spring and its label suit meter, gas and inlet pressure. Change the rating plate label so that the next technician sees the right gas.',
  'step.convert.why': 'With the wrong orifice the burner over-fires and makes CO, or the flame lifts off, within seconds.',
  'step.sequence.what': 'Watch the sequence from the external control to the flame. Record every light-off attempt.',
  'step.sequence.how':
    'Call for heat and watch interlocks, inducer, air proving, purge, light-off, inlet dip as the gas valve opens, flame signal, run and post-purge. Put no meter into a lead that also sparks. After too many failed ignitions, stop, wait and purge.',
  'step.sequence.why': 'The point where a start fails narrows down the fault. Late or rough light-off is a defect in itself.',
  'step.seat.how':
    'With the valve shut and upstream pressure on, watch for bubbles, or for a rise behind a blanked outlet, for two minutes. Orifices vent a leak, so zero pressure is no proof.',
  'step.seat.why': 'A leaking seat fills the combustion chamber before the next light-off.',
  'step.gas-rate.why': 'Right pressure and wrong rate: orifice, gas or altitude. Do not leave it running above the rating plate.',
  'step.rise.how':
    'Install a clean filter and open the registers. Measure in the ducts where radiation does not reach. Record when both readings are stable.',
  'step.rise.why': 'Too much rise opens the high limit and ages the heat exchanger. Too little condenses.',
  'step.flue-integrity.title': 'Vent and intake leak check',
  'step.flue-integrity.how':
    'Run the burner at high fire with the probe in the intake test port. Flue gas in the intake means that a joint leaks inside the air pipe.',
  'step.draught.title': 'Draft and spillage',
  'step.draught.what': 'Test all around the draft hood: exhaust fans on, doors shut, five minutes after the start.',
  'step.draught.how':
    'Warm the vent for five minutes. Test the whole draft hood with smoke or mirror, every exhaust fan running. Read the draft between hood and vent termination.',
  'step.adapt.how':
    'Run the calibration as the card says. Verify high fire, low fire and light-off rate with the analyzer. Save and leave the menu.',
  'step.settle.title': 'High fire, low fire, high fire',
  'step.settle.how':
    'After the last adjustment go to high fire, low fire and high fire again. Stop when changes are smaller than the uncertainty.',
  'step.safeties.title': 'Prove safety controls',
  'step.safeties.what': 'Make each control operate where that is safe. Removed and never installed are different answers.',
  'step.safeties.how':
    'Test each control as the card says. Put a meter across a switch to see whether it is open. Never fire with a safety control jumpered.',
  'step.safeties.why': 'A safety control counts as working only after you have seen it operate.',
  'step.water.what': 'Check pressure, expansion tank and relief valve. On steam check gauge, siphon and water line.',
  'step.water.how':
    'If a relief valve discharges, check the expansion tank first, then a leaking fill valve. On steam: steady water line, clear siphon, cleaned away from the boiler. Add no cold water to a dry, hot boiler.',
  'step.joints-hot.how':
    'With the burner at high fire sweep everything between gas valve and burner. Then use soap solution on each joint that was opened.',
  'step.case-sweep.title': 'CO sweep, cabinet closed',
  'step.case-sweep.what': 'Move the probe along every cabinet seam and vent joint for two minutes, at high fire.',
  'step.case-sweep.how':
    'Close the cabinet and seal the test port. Move the probe slowly along gaskets and joints. Record the highest reading.',
  'step.case-sweep.why': 'A leaking gasket puts flue gas into the room.',
  'step.hand-over.title': 'Customer review',
  'step.hand-over.what': 'Explain in plain words: vent, air, pressure or input, safe operation.',
  'step.hand-over.how':
    'Explain what was found and done, any follow-up, when the next maintenance is due, and what to do about a smell of gas.',
  'prepare.tap': 'Pressure tap open, at {{rate}} now',
  'prepare.gauge': 'Pressure tap open, gauge connected',
}
