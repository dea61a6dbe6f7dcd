use super::*;

fn catalogue() -> Catalogue {
    Catalogue::embedded().unwrap()
}

/// What a check of gear of the catalogue finds at the sea.
fn found(id: &str, made: &CheckMade) -> Result<CheckFound, Vec<FieldError>> {
    let catalogue = catalogue();
    made.found(&catalogue, catalogue.gear(id).unwrap(), 0.0)
}

fn fields(id: &str, made: &CheckMade) -> Vec<String> {
    found(id, made).unwrap_err().into_iter().map(|e| e.field).collect()
}

/// A 2 kW electric kettle of 1.7 l boils in five minutes and a half from 15 °C (common practice: 5 to 6).
#[test]
fn a_kettle_says_its_power() {
    let made = CheckMade::Boil { litres: 1.7, start_c: 15.0, took_s: 330.0 };
    let catalogue = catalogue();
    let pot = catalogue.gear("pot_8l").unwrap();
    let kettle = Gear { mass_kg: 0.7, loss_w_k: 1.0, ..pot.clone() };
    let power_w = made.found(&catalogue, &kettle, 0.0).unwrap().power_w.unwrap();
    assert!((1850.0..2050.0).contains(&power_w), "{power_w}");
}

/// A 2.7 kW gas ring gets some 55 % of its heat into a pan, and a wiped clad pan on it smokes after about two
/// minutes (common practice).
#[test]
fn first_smoke_and_running_drops_say_the_same_power() {
    // An oven is no thermometer, and a grill has nothing that can be checked.
    let ice = CheckMade::IceAndBoil { ice_c: 0.0, boil_c: 99.0 };
    assert_eq!(fields("home_oven", &ice), ["kind"]);
    let message = found("home_oven", &ice).unwrap_err()[0].message.clone();
    assert!(message.ends_with("allowed are dial, return"), "{message}");
    assert_eq!(fields("grill_basket", &ice), ["kind"]);
    let smoke = CheckMade::FirstSmoke { oil: "sunflower".to_owned(), start_c: 20.0, took_s: 130.0 };
    let smoke = found("clad_28", &smoke).unwrap();
    let power_w = smoke.power_w.unwrap();
    assert!((power_w / 2700.0 - 0.55).abs() < 0.06, "{power_w}");
    let drops = CheckMade::Drops { start_c: 20.0, took_s: 103.0 };
    let drops = found("clad_28", &drops).unwrap();
    assert!((drops.power_w.unwrap() - power_w).abs() < 60.0, "{drops:?} {smoke:?}");
    // Each to about a tenth: the moment, the pan's mass, the fat.
    for check in [smoke, drops] {
        assert!((100.0..240.0).contains(&check.power_sd_w.unwrap()), "{check:?}");
    }
}

/// By hand: 1.4 kg of steel at 200 °C (700 J/K) and 1 kg of iron at 5 °C (460 J/K) meet at 122.7 °C where nothing
/// is lost, and 1500 W bring both back in 60 s.
#[test]
fn a_cold_weight_weighs_the_pan_and_says_its_power() {
    let made = CheckMade::ColdWeight {
        mass_g: 1000.0,
        weight_c: 5.0,
        before_c: 200.0,
        level_c: 122.7,
        fall_s: 120.0,
        back_s: 59.8,
    };
    let catalogue = catalogue();
    let pan = catalogue.gear("clad_28").unwrap();
    let tight = Gear { loss_w_k: 0.0, ..pan.clone() };
    let check = made.found(&catalogue, &tight, 0.0).unwrap();
    assert_eq!(check.mass_kg.map(f64::to_bits), Some(1.4_f64.to_bits()));
    assert!((check.power_w.unwrap() - 1500.0).abs() < 15.0, "{check:?}");
    // What is lost to the room meanwhile came out of the pan, too: it is heavier than the weight alone says.
    let leaky = made.found(&catalogue, pan, 0.0).unwrap();
    assert!(leaky.mass_kg > check.mass_kg && leaky.power_w > check.power_w, "{leaky:?}");
    let CheckMade::ColdWeight { mass_g, weight_c, before_c, fall_s, back_s, .. } = made else {
        panic!()
    };
    let flat = CheckMade::ColdWeight { mass_g, weight_c, before_c, level_c: 195.0, fall_s, back_s };
    assert_eq!(fields("clad_28", &flat), ["level_c"]);
}

/// By hand: 5 l of oil (2.1 kJ/K a litre) and the fryer's steel rise 20 K in 2:00 and lose their share to the room.
#[test]
fn oil_that_is_back_says_its_power() {
    let made = CheckMade::Return { litres: 5.0, lowest_c: 160.0, back_c: 180.0, took_s: 120.0 };
    let catalogue = catalogue();
    let fryer = catalogue.gear("fryer_6l").unwrap();
    let kept_w = (5.0 * 2100.0 + fryer.capacity_j_k().unwrap()) * 20.0 / 120.0;
    let by_hand_w = kept_w + fryer.loss_w_k * (170.0 - 22.0);
    let power_w = made.found(&catalogue, fryer, 0.0).unwrap().power_w.unwrap();
    assert!((power_w - by_hand_w).abs() < 10.0, "{power_w} and {by_hand_w} by hand");
    let still = CheckMade::Return { litres: 5.0, lowest_c: 179.0, back_c: 180.0, took_s: 120.0 };
    assert_eq!(fields("fryer_6l", &still), ["lowest_c"]);
}

#[test]
fn ice_and_boiling_water_say_how_far_a_thermometer_is_off() {
    let off = |ice_c: f64, boil_c: f64| {
        found("probe", &CheckMade::IceAndBoil { ice_c, boil_c }).unwrap().runs.unwrap()[0]
    };
    for (ice_c, boil_c, off_k) in [(0.0, 100.0, 0.0), (2.0, 102.0, 2.0), (-1.0, 99.0, -1.0)] {
        assert!((off(ice_c, boil_c) - off_k).abs() < 1e-9);
    }
    // Right in ice and 4 K low in boiling water is 2.1 K low at 52 °C.
    assert!((off(0.0, 96.0) + 2.1).abs() < 0.05);
    // At 1500 m water boils at 95 °C: there it is right.
    let high = CheckMade::IceAndBoil { ice_c: 0.0, boil_c: 95.0 };
    let catalogue = catalogue();
    let [off_k, sd_k] =
        high.found(&catalogue, catalogue.gear("probe").unwrap(), 1500.0).unwrap().runs.unwrap();
    assert!(off_k.abs() < 0.11 && (0.2..0.5).contains(&sd_k), "{off_k} {sd_k}");
}

/// What the page leads through can be made: each figure of the data is one that is wanted, and what usually comes
/// out finds something.
#[test]
fn every_check_of_the_data_finds_something_with_what_is_usual() {
    let catalogue = catalogue();
    for row in &catalogue.checks {
        let mut made = serde_json::json!({ "kind": row.id });
        if row.id == "dial" {
            made["readings"] = serde_json::json!([{}, {}]);
        }
        for ask in &row.asks {
            let at = ask.field.split('.').fold(&mut made, |at, name| match name.parse::<usize>() {
                Ok(place) => &mut at[place],
                Err(_) => &mut at[name],
            });
            *at = match ask.is {
                crate::catalogue::AskedFor::Oil => serde_json::json!(catalogue.oils[0].id),
                _ => serde_json::json!(ask.usual),
            };
        }
        let read: CheckMade = serde_json::from_value(made).unwrap();
        for gear in catalogue.gear.iter().filter(|gear| row.suits(gear)) {
            let found = read.found(&catalogue, gear, 0.0);
            let found = found.unwrap_or_else(|e| panic!("{} {}: {e:?}", row.title, gear.id));
            assert_ne!(found, CheckFound::default(), "{} {}", row.title, gear.id);
            // What usually comes out is the usual: gear is off by little or has about the power it is thought to have.
            if let Some(power_w) = found.power_w {
                let share = power_w / gear.power_w;
                assert!((0.35..2.5).contains(&share), "{} {}: {power_w} W", row.title, gear.id);
            }
        }
    }
}

/// Water boils at 95.0 °C at 1500 m and at 90.0 °C at 3000 m (standard atmosphere; handbook tables).
#[test]
fn boiling_water_says_how_high_it_is() {
    for (read_c, wanted_m) in [(100.0, 0.0), (95.0, 1500.0), (90.0, 3000.0)] {
        let made = CheckMade::BoilingPoint { read_c };
        let altitude_m = found("probe", &made).unwrap().altitude_m.unwrap();
        assert!((altitude_m - wanted_m).abs() < 60.0, "{read_c}: {altitude_m}");
    }
}

#[test]
fn more_settings_are_surer_and_different_ones_less() {
    let at = |offs: &[f64]| {
        let reading = |off: &f64| DialReading { dial_c: 180.0, read_c: 180.0 + off };
        let readings = offs.iter().map(reading).collect();
        found("home_oven", &CheckMade::Dial { readings }).unwrap().runs.unwrap()
    };
    assert_eq!(at(&[-9.0])[0].to_bits(), (-9.0_f64).to_bits());
    assert!(at(&[-9.0, -9.0])[1] < at(&[-9.0])[1]);
    assert!(at(&[-15.0, -3.0])[1] > at(&[-9.0, -9.0])[1]);
}

/// Worked by hand: at 150, 200 and 250 °C a thermometer says 146, 191 and 236: −9 in the middle, and 10 more for
/// every 100 (Σ of squares 0.5, so that a swing of 3 K leaves 3/√0.5 = 4.2).
#[test]
fn a_dial_at_far_settings_has_a_slope() {
    let at = |pairs: &[(f64, f64)]| {
        let reading =
            |(dial_c, read_c): &(f64, f64)| DialReading { dial_c: *dial_c, read_c: *read_c };
        let readings = pairs.iter().map(reading).collect();
        found("home_oven", &CheckMade::Dial { readings }).unwrap()
    };
    let three = at(&[(150.0, 146.0), (200.0, 191.0), (250.0, 236.0)]);
    assert_eq!((three.at_c, three.slope), (Some(200.0), Some([-10.0, 4.2])));
    assert_eq!(three.runs.unwrap()[0].to_bits(), (-9.0_f64).to_bits());
    // The line takes all of it: no more is left than the thermometer and the swing.
    let flat = at(&[(150.0, 141.0), (200.0, 191.0), (250.0, 241.0)]);
    assert_eq!((three.runs.unwrap()[1], flat.slope), (flat.runs.unwrap()[1], Some([0.0, 4.2])));
    assert_eq!(at(&[(180.0, 171.0), (200.0, 190.0)]).slope, None, "too close together");
}

#[test]
fn what_cannot_be_read_is_refused_by_field() {
    let made = CheckMade::Dial { readings: vec![DialReading { dial_c: 500.0, read_c: 5.0 }] };
    assert_eq!(fields("home_oven", &made), ["readings.0.dial_c", "readings.0.read_c"]);
    assert_eq!(fields("home_oven", &CheckMade::Dial { readings: Vec::new() }), ["readings"]);
    let smoke = CheckMade::FirstSmoke { oil: "motor".to_owned(), start_c: 20.0, took_s: 1.0 };
    assert_eq!(fields("clad_28", &smoke), ["took_s", "oil"]);
}
