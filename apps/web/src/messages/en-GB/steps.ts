/** British and Irish English: words of job types and steps of the checklist. */
export const steps = {
  'step.make-safe.title': 'Make safe and zero',
  'step.make-safe.what': 'Zero the detector and analyser outdoors in clean air. Look round before you touch anything.',
  'step.make-safe.how':
    'Switch on and zero the detector and analyser outside. Zero each pressure port at its connection. Wear your CO alarm. Check for a smell of gas. Read CO in the room. Look at the flue, ventilation and data plate. Photograph old stains before you wipe them; a new stain then shows a live leak.',
  'step.make-safe.why': 'An instrument zeroed in bad air reads wrong all day. Nobody works in gas or CO.',
  'step.standing.title': 'Standing pressure',
  'step.standing.what': 'Turn every appliance off. Shut the gas off before you open a test point.',
  'step.standing.how':
    'Shut the gas off. Open the inlet test point. Zero the gauge and connect it. Turn the gas on with every appliance off. Record when the reading is stable.',
  'step.standing.why':
    'Too high: the regulator is set too high or is not locking up. Do not fire above the gas valve’s maximum inlet pressure.',
  'step.working.title': 'Working pressure at the inlet',
  'step.working.what': 'Run the burner at full rate. Read at the meter too if you can reach it.',
  'step.working.how':
    'Run the burner at full rate, with other appliances too if the practice profile asks (see them burning). Read at the meter and at the inlet at the same load.',
  'step.working.why':
    'Good at the meter and low at the inlet: the pipe is the cause. Low at the meter: the supplier’s side, unless the card says the regulator is yours.',
  'step.manifold.title': 'Burner pressure at {{rate}}',
  'step.manifold.what': 'Measure against atmosphere unless the card says otherwise. Take the last reading with the cap on.',
  'step.manifold.how':
    'Identify every screw before you touch one. Connect the gauge to the burner test point. Set the burner to this rate. Record when the reading is stable.',
  'step.manifold.why': 'Burner pressure sets the rate. The meter then proves it.',
  'step.differential.title': 'Combustion chamber differential pressure at {{rate}}',
  'step.differential.what': 'Measure this before you touch a screw. It shows whether the heat exchanger needs cleaning.',
  'step.differential.how':
    'Connect to the two test points of the combustion chamber, high side first. Set the burner to this rate. Record when the reading is stable.',
  'step.differential.why': 'A dirty heat exchanger needs cleaning, not adjusting. Compare the reading with the card and earlier years.',
  'step.flue.title': 'Flue gas at {{rate}}',
  'step.flue.what': 'Case on. Wait for a stable reading.',
  'step.flue.how':
    'Put the probe into the sampling point, tip in the middle third of the flue, and seal it. On a room-sealed appliance measure combustion air in the intake. Record all readings together when they are stable.',
  'step.flue.why': 'CO first, then CO₂ or O₂. Efficiency is a result, not a target.',
  'step.loose-ends.title': 'Close loose ends',
  'step.loose-ends.what': 'Put back everything you opened, held or removed, in reverse order.',
  'step.loose-ends.how':
    'Put each item back and mark it. A gas joint is closed only by a leak check: detector first, then leak detection fluid.',
  'step.loose-ends.why': 'A temporary change left in place can make a serviced appliance unsafe.',
  'step.finish.title': 'Finish',
  'step.finish.what': 'Prove flue, combustion air, pressure or heat input, and safe operation.',
  'step.finish.how':
    'Run the appliance once on the customer’s own controls. Record how the appliance is left. You can always leave it isolated or refer it.',
  'step.finish.why': 'Closing makes the report final, with every reading, instrument and result.',
  'step.before-entry.title': 'Before you go in',
  'step.before-entry.what': 'Switch the detector on before you go in. No switches or bells. Phone from outside.',
  'step.before-entry.how':
    'Switch the detector on in clean air and hold it ahead of you. Get people out. Shut the gas off at the ECV if you can reach it safely. Below 10% LEL, open doors and windows. At 10% LEL or more, stay out and call the gas emergency number.',
  'step.before-entry.why': 'Gas that you can smell can ignite. Make the room safe before you work on the appliance.',
  'step.complaint.title': 'Fault report',
  'step.complaint.what': 'Ask what happened, when, in what weather and with what else running.',
  'step.complaint.how':
    'Let the user describe the fault in their own words and record it as a note. See whether the fault shows today. Symptoms in people overrule every reading.',
  'step.complaint.why': 'An intermittent fault is found by its circumstances.',
  'step.dead-start.title': 'The start that fails',
  'step.dead-start.what': 'Watch or try one start. Where does it stop?',
  'step.dead-start.how':
    'Watch the sequence from the call for heat: fan, air proved, spark, gas, flame. The inlet pressure dips when the gas valve opens. Record every attempt below. With the gas shut you can look for the spark; with the fan alone you can prove air.',
  'step.dead-start.why': 'A burner that does not run has no as-found combustion. Where the start stops is what was found.',
  'step.basics.title': 'The basics first',
  'step.basics.what': 'Electrics, drain and electrodes before any part is blamed.',
  'step.basics.how':
    'Check polarity and earth. Empty the trap and run water through the drain. Look at electrodes, gap and lead. Measure what the card gives values for, isolated and cold.',
  'step.basics.why': 'Good parts are replaced when the basics are skipped.',
  'step.repair.title': 'Repair',
  'step.repair.what': 'Record the part under Note. A finished repair opens the first run.',
  'step.repair.how':
    'Record what was cleaned, freed or fitted. If the job turned into more than a repair (a new gas valve, a gas pipe), press This has become. If a part is missing, leave the appliance isolated: the next visit goes on from here.',
  'step.repair.why': 'The first run after the repair is the baseline for everything measured from now on.',
  'step.first-run.title': 'First run: flue gas at {{rate}}',
  'step.first-run.what': 'The first reading after the repair, before you adjust anything.',
  'step.first-run.how': 'Let the burner warm up, leave out the first minute and record when the reading is stable. Adjust nothing yet.',
  'step.first-run.why': 'It replaces the as-found reading that a dead burner could not give.',
  'step.found.title': 'As found: flue gas at {{rate}}',
  'step.found.what': 'Measure before you touch or clean anything.',
  'step.found.how':
    'Run the appliance as you found it. Measure at the card’s rates and leave out the first minute. Do not run it with signs of spillage or scorching: skip with that reason.',
  'step.found.why': 'Shows the condition before your work, for comparison and as the way back if an adjustment fails.',
  'step.condition.title': 'Clean or adjust?',
  'step.condition.what': 'Decide from the readings: sound, dirty, starved, mis-set, leaking or measured wrongly.',
  'step.condition.how':
    'Compare differential or fan pressure at maximum with the table. Check gas rate, O₂ and CO at each rate, flue temperature and earlier years. Dirty: clean. Starved: correct the supply. Mis-set: adjust. Leaking: shut off.',
  'step.condition.why': 'A burner set while dirty or short of gas has to be set again after the fault is fixed.',
  'step.isolate.title': 'Isolate and prove dead',
  'step.isolate.what':
    'Prove the tester, prove the circuit dead, prove the tester again. Shut the gas off. The appliance’s own switch does not isolate it.',
  'step.isolate.how':
    'Isolate at the fused spur or circuit breaker and lock it off. Prove the tester on a known live source, test every conductor, prove the tester again. Shut the gas off. Live testing with the cover off needs its own permission, one stated test at a time.',
  'step.isolate.why': 'Only dismantle what has been proved dead.',
  'step.let-by.title': 'Let-by',
  'step.let-by.what': 'Raise to the let-by pressure, shut the ECV and watch for a rise.',
  'step.let-by.how':
    'Disconnect anything rated below the test pressure. Raise to the let-by pressure. Shut the ECV and start the timer. Read the rise when the timer finishes.',
  'step.let-by.why': 'Let-by feeds the pipe and hides a leak in the tightness test.',
  'step.tightness.title': 'Tightness test',
  'step.tightness.what': 'Raise to the test pressure, let it stabilise, then time the pressure loss.',
  'step.tightness.how':
    'Raise slowly to the test pressure and shut the valve. Wait for the temperature to stabilise. Start the second timer and read the pressure loss when it finishes. Trace any loss with the detector, then leak detection fluid. Never use a flame.',
  'step.tightness.why': 'A loss above the limit, or any smell of gas, must not be left in service.',
  'step.joints-cold.title': 'Joints upstream of the gas valve',
  'step.joints-cold.what': 'Move the detector slowly: above the joint for natural gas, below it for LPG. Then use leak detection fluid.',
  'step.joints-cold.how':
    'Sweep each joint with the detector and locate the leak with fluid. Check again after each tightening. Fresh sealant can set off a detector. Joints downstream of the valve hold no gas yet: check them while firing.',
  'step.joints-cold.why': 'Prove disturbed joints before anything fires.',
  'step.strip.title': 'Strip and clean',
  'step.strip.what': 'Photograph and list what you take apart. Fit new seals where the maker says so.',
  'step.strip.how':
    'Work through the maker’s list: sound, cleaned, renewed or left. Keep the orientation of insulation, baffles and flaps. Rinse acid condensate out and keep it off the control board. Find the source of the dirt.',
  'step.strip.why': 'An uninspected part can be the next fault.',
  'step.replace-valve.title': 'Fit the new gas valve',
  'step.replace-valve.what': 'Compare old and new before you open anything: variant, gas marking, flow arrow.',
  'step.replace-valve.how':
    'Mark leads and tubes. Hold back with a second spanner. Use sealant sparingly on pipe threads only, never on flare or ferrule faces. Start soft threads by hand. Transfer an outlet restrictor if one was fitted.',
  'step.replace-valve.why': 'The wrong variant, or a restrictor left in the old valve, means a second visit.',
  'step.convert.title': 'Convert to the other gas',
  'step.convert.what': 'Fit injectors, restrictor or settings for this gas. Change regulator, plate and label.',
  'step.convert.how':
    'Fit only what the card names for this gas. Check that the regulator, its spring and its label suit meter, gas and inlet pressure. Change the data plate label so that the next technician sees the right gas.',
  'step.convert.why': 'With the wrong injector the burner over-fires and makes CO, or the flame lifts off, within seconds.',
  'step.gas-part.title': 'Renew the part that carries gas',
  'step.gas-part.what': 'Compare old and new, fit it, and keep its joints open as a loose end until they are leak checked.',
  'step.gas-part.how':
    'Compare size, gas marking, pressure rating and direction of flow. Hold back with a second wrench. Sealant on pipe threads only, never on flare or ferrule faces. Keep a restrictor that was there.',
  'step.gas-part.why': 'Let-by, timed tightness and the joints are proved before anything fires.',
  'step.look-first.title': 'Look first, clean what is out',
  'step.look-first.what': 'Heat exchanger, burners and pilot, before you fit the new gas valve.',
  'step.look-first.how':
    'Look at the heat exchanger with mirror or camera. A crack is recorded with place, size and a photograph. Clean burners and pilot while they are out.',
  'step.look-first.why': 'Nobody fits a gas valve to a cracked heat exchanger.',
  'step.before-running.title': 'Before the burner runs again',
  'step.before-running.what': 'Look at flue, air, data plate and water before you light it.',
  'step.before-running.how':
    'Nothing of this was part of the job until now. Look at the flue and its terminal, air openings, data plate, damage by water, and the water in the appliance.',
  'step.before-running.why': 'A tight pipe does not make an appliance safe to fire.',
  'step.sequence.title': 'Sequence of operation',
  'step.sequence.what': 'Watch the sequence from the external control to the flame. Record every ignition attempt.',
  'step.sequence.how':
    'Call for heat and watch interlocks, fan, air proving, purge, ignition, inlet dip as the gas valve opens, flame current, run and post-purge. Put no meter into a lead that also sparks. After too many failed ignitions, stop, wait and purge.',
  'step.sequence.why': 'The point where a start fails narrows down the fault. Late or rough ignition is a defect in itself.',
  'step.seat.title': 'Valve seats',
  'step.seat.what': 'Use a bubble tube, a blanked outlet, the meter index or valve proving. A gauge at zero proves nothing.',
  'step.seat.how':
    'With the valve shut and upstream pressure on, watch for bubbles, or for a rise behind a blanked outlet, for two minutes. Injectors vent a leak, so zero pressure is no proof.',
  'step.seat.why': 'A seat that lets by fills the combustion chamber before the next ignition.',
  'step.gas-rate.title': 'Clock the meter',
  'step.gas-rate.what': 'Turn off every other appliance. Time long enough to keep stopwatch error below 1%.',
  'step.gas-rate.how':
    'Check whether the meter is temperature-compensated or has a fixed pressure factor, and never correct twice. Time whole turns. Compare net with net, gross with gross.',
  'step.gas-rate.why': 'Right pressure and wrong rate: injector, gas or altitude. Do not leave it running above the data plate.',
  'step.rise.title': 'Temperature rise at {{rate}}',
  'step.rise.what': 'Measure supply less return air, out of sight of the heat exchanger.',
  'step.rise.how':
    'Fit a clean filter and open the grilles. Measure in the ducts where radiation does not reach. Record when both readings are stable.',
  'step.rise.why': 'Too much rise opens the overheat thermostat and ages the heat exchanger. Too little condenses.',
  'step.flame.title': 'Flame and heat exchanger',
  'step.flame.what': 'Watch the flames, then watch them again when the blower starts.',
  'step.flame.how':
    'Flames should be steady, blue and seated on the ports. Record yellow, lifting, flashback or roll-out. Set primary air after the gas pressure, and again if you change the pressure. On warm air, inspect the heat exchanger with mirror or camera and measure CO in the supply air.',
  'step.flame.why': 'Flames that move when the blower starts point to a cracked heat exchanger. Treat it as cracked until proved sound.',
  'step.flue-integrity.title': 'Flue integrity check',
  'step.flue-integrity.what': 'Check the intake air: O₂ at least 20.6%, CO₂ below 0.2%.',
  'step.flue-integrity.how':
    'Run the burner at maximum with the probe in the intake test point. Flue gas in the intake means that a joint leaks inside the air duct.',
  'step.flue-integrity.why': 'Combustion cannot be set while flue gas enters the air intake.',
  'step.draught.title': 'Draught and spillage',
  'step.draught.what': 'Test all round the draught diverter: extractor fans on, doors shut, five minutes after the start.',
  'step.draught.how':
    'Warm the flue for five minutes. Test the whole diverter with smoke or mirror, every extractor fan running. Read the draught between diverter and terminal.',
  'step.draught.why': 'Spillage puts flue gas, possibly with CO, into the room. Do not leave a spilling appliance running.',
  'step.adapt.title': 'Calibrate and save',
  'step.adapt.what': 'Calibrate as the practice profile says, verify every rate, then save.',
  'step.adapt.how':
    'Run the calibration as the card says. Verify maximum, minimum and ignition rate with the analyser. Save and leave the menu.',
  'step.adapt.why': 'A calibration that is not saved is lost at the next power failure.',
  'step.settle.title': 'Maximum, minimum, maximum',
  'step.settle.what': 'Repeat until neither rate changes.',
  'step.settle.how':
    'After the last adjustment go to maximum, minimum and maximum again. Stop when changes are smaller than the uncertainty.',
  'step.settle.why': 'Setting one rate shifts the other. Repeat until neither changes.',
  'step.safeties.title': 'Prove safety devices',
  'step.safeties.what': 'Make each device operate where that is safe. Removed and never fitted are different answers.',
  'step.safeties.how':
    'Test each device as the card says. Put a meter across a switch to see whether it is open. Never fire with a safety device bridged.',
  'step.safeties.why': 'A safety device counts as working only after you have seen it operate.',
  'step.pilot.title': 'Pilot and thermocouple or thermopile',
  'step.pilot.what': 'Measure open-circuit and loaded, each against its own limits. Then time the drop-out.',
  'step.pilot.how':
    'Loaded means in circuit, with the adapter. Do not compare an open-circuit reading with the loaded limits. Let unburnt gas clear before you relight.',
  'step.pilot.why': 'A weak sensor drops out; one that holds too long gives no protection.',
  'step.water.title': 'Water side',
  'step.water.what': 'Check pressure, expansion vessel and relief valve. On steam check gauge, siphon and water line.',
  'step.water.how':
    'If a relief valve discharges, check the expansion vessel first, then a leaking filling valve. On steam: steady water line, clear siphon, cleaned away from the boiler. Add no cold water to a dry, hot boiler.',
  'step.water.why': 'Low pressure, air or poor flow can overheat the boiler or lock it out.',
  'step.figures.title': 'Card readings: {{where}}',
  'step.figures.what': 'Measure each by its own method.',
  'step.figures.how': 'Measure each reading as the card says: cold, open-circuit or loaded (in circuit).',
  'step.figures.why': 'The card gives limits for it.',
  'step.own.title': 'Maker’s own step',
  'step.own.what': 'From the card of this model.',
  'step.own.how': 'Follow the maker’s instruction.',
  'step.own.why': 'The maker requires it for this model.',
  'step.joints-hot.title': 'Joints downstream of the gas valve, firing',
  'step.joints-hot.what': 'Move the detector along valve outlet, stem and pilot tube while firing. Never use a flame.',
  'step.joints-hot.how':
    'With the burner at maximum sweep everything between gas valve and burner. Then use leak detection fluid on each joint that was opened.',
  'step.joints-hot.why': 'These joints hold gas only while firing.',
  'step.case-sweep.title': 'CO sweep, case closed',
  'step.case-sweep.what': 'Move the probe along every case and flue seal for two minutes, at maximum.',
  'step.case-sweep.how':
    'Close the case and seal the sampling point. Move the probe slowly along seals and joints. Record the highest reading.',
  'step.case-sweep.why': 'A leaking seal puts flue gas into the room.',
  'step.own-controls.title': 'Run on the customer’s controls',
  'step.own-controls.what': 'Set everything to normal. Run it once from the thermostat.',
  'step.own-controls.how':
    'Put back selector, switches and parameters. Check that each control reports again. Call for heat from the room and watch start and stop.',
  'step.own-controls.why': 'A control left in service mode ignores the customer’s thermostat.',
  'step.hand-over.title': 'Customer handover',
  'step.hand-over.what': 'Explain in plain words: flue, air, pressure or heat input, safe operation.',
  'step.hand-over.how':
    'Explain what was found and done, any follow-up, when the next service is due, and what to do about a smell of gas.',
  'step.hand-over.why': 'The occupants must know how to use it safely.',
  'prepare.rate': 'At {{rate}} now',
  'prepare.probe': 'Probe in, at {{rate}} now',
  'prepare.tap': 'Test point open, at {{rate}} now',
  'prepare.open': 'Mark as open',
  'prepare.gauge': 'Test point open, gauge connected',
} as const
