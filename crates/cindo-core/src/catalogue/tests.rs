use super::*;

fn catalogue() -> Catalogue {
    Catalogue::embedded().unwrap()
}

/// What the check says after a change to the first method.
fn complaint(change: impl FnOnce(&mut Method)) -> String {
    let mut data = catalogue();
    change(&mut data.methods[0]);
    data.check_names().unwrap_err().to_string()
}

fn setting(coating: Option<&str>, variant: Option<&str>) -> PieceSetting {
    PieceSetting {
        cuts: None,
        coats: None,
        below_mm: None,
        from_mm: None,
        coating: coating.map(str::to_owned),
        medium_c: None,
        turn_share: None,
        variant: variant.map(str::to_owned),
        reason: "A reason.".into(),
    }
}

#[test]
fn dangling_names_are_refused_with_both_names() {
    for (said, missing) in [
        (complaint(|m| m.stages[0].below = Some("hot_stone".into())), "hot_stone"),
        (complaint(|m| m.stages[0].side = Some("thin_air".into())), "thin_air"),
        (complaint(|m| m.coats.push("glue".into())), "glue"),
        (complaint(|m| m.gentler.push("prayer".into())), "prayer"),
        (complaint(|m| m.settings.push(setting(Some("glue"), None))), "glue"),
        (complaint(|m| m.settings.push(setting(None, Some("upside_down")))), "upside_down"),
        (complaint(|m| m.stages[0].set = None), "set point"),
        (complaint(|m| m.stages[0].set = Some(SetPoint::Second)), "second heat"),
        (complaint(|m| m.stages.clear()), "first stage"),
    ] {
        assert!(said.starts_with("sear names") && said.contains(missing), "{said}");
    }
    let mut data = catalogue();
    data.gear.retain(|g| !g.kinds.contains(&GearKind::Steamer));
    assert!(data.check_names().unwrap_err().to_string().contains("a steamer"));
    let mut data = catalogue();
    data.faces.remove("rest_air_small");
    assert!(data.check_names().unwrap_err().to_string().contains("rest_air_small"));
}

#[test]
fn text_that_is_no_table_names_its_file() {
    let error = list::<Gear>("gear.toml", "[[gear]]\nid = 7").err().unwrap().to_string();
    assert!(error.starts_with("gear.toml: "), "{error}");
    let unknown = list::<Band>("doneness.toml", "[[band]]\ncolour = \"red\"").err().unwrap();
    assert!(unknown.to_string().contains("colour"), "{unknown}");
}

fn rule() -> FitRule {
    FitRule {
        groups: None,
        cuts: None,
        usual_doneness: None,
        below_mm: None,
        from_mm: None,
        skin: None,
        on_the_bone: None,
        points: 5.0,
        reason: "A reason.".into(),
    }
}

#[test]
fn rules_of_fit_need_all_their_conditions() {
    let data = catalogue();
    let (tuna, salmon) = (data.species("tuna").unwrap(), data.species("salmon").unwrap());
    let (steak, whole) = (data.cut("steak").unwrap(), data.cut("whole_round").unwrap());
    assert!(rule().applies(tuna, steak, 28.0, false), "no condition, always");
    let dense = FitRule { groups: Some(vec![Group::Dense]), ..rule() };
    assert!(dense.applies(tuna, steak, 28.0, false) && !dense.applies(salmon, steak, 28.0, false));
    let rare = FitRule { usual_doneness: Some(vec!["rare".into()]), ..rule() };
    assert!(rare.applies(tuna, steak, 28.0, false) && !rare.applies(salmon, steak, 28.0, false));
    let span = FitRule { from_mm: Some(18.0), below_mm: Some(26.0), ..rule() };
    let at = |mm: f64| span.applies(salmon, steak, mm, true);
    assert_eq!([at(17.9), at(18.0), at(25.9), at(26.0)], [false, true, true, false]);
    let skinned = FitRule { skin: Some(true), cuts: Some(vec!["steak".into()]), ..rule() };
    assert!(skinned.applies(salmon, steak, 20.0, true));
    assert!(!skinned.applies(salmon, steak, 20.0, false));
    assert!(!skinned.applies(salmon, whole, 20.0, true), "all at once");
    let bone = FitRule { on_the_bone: Some(true), ..rule() };
    assert!(bone.applies(salmon, whole, 40.0, true) && !bone.applies(salmon, steak, 28.0, true));
}

/// By hand: a round bottom of 230 mm is 415 cm²; 50 mm of it hold 2.08 l; 2.4 kg of iron at
/// 460 J/(kg K) hold 1104 J/K.
#[test]
fn gear_is_geometry_and_mass() {
    let data = catalogue();
    let clad = data.gear("clad_28").unwrap();
    assert!((clad.area_m2() - 0.041_548).abs() < 1e-6);
    assert!((clad.volume_l() - 2.077).abs() < 1e-3);
    let box_m2 = data.gear("oven_dish").unwrap().area_m2();
    assert!((box_m2 - 0.33 * 0.22).abs() < 1e-9);
    assert!((data.gear("cast_iron_26").unwrap().capacity_j_k().unwrap() - 1104.0).abs() < 1e-9);
    assert!(data.gear("oven_dish").unwrap().capacity_j_k().is_none(), "no heat of its own");
    // 2.6 kg of steel and a litre of water.
    let steamer = data.gear("steamer_28").unwrap().capacity_j_k().unwrap();
    assert!((steamer - 5480.0).abs() < 1e-9);
}

#[test]
fn coats_are_thickness_over_conductivity_and_say_why_they_do_not_suit() {
    let data = catalogue();
    let batter = data.coating("beer_batter").unwrap();
    let coat = batter.coat();
    assert!((coat.set_m2k_w - 0.002 / 0.14).abs() < 1e-12);
    assert!((coat.wet_m2k_w - 0.002 / 0.45).abs() < 1e-12);
    // Through frying oil at 300 W/(m² K) it leaves about 60 once set (the table of faces says so).
    let through = 1.0 / (1.0 / 300.0 + coat.set_m2k_w);
    assert!((50.0..=70.0).contains(&through), "{through}");
    let crumb = data.coating("crumb").unwrap().coat();
    let through = 1.0 / (1.0 / 300.0 + crumb.set_m2k_w);
    assert!((100.0..=140.0).contains(&through), "{through}");
    for coating in &data.coatings {
        for method in data.methods.iter().filter(|m| !m.coats.contains(&coating.id)) {
            assert!(coating.misfit(method).len() > 15, "{} {}", coating.id, method.id);
        }
    }
    let poach = data.method("poach").unwrap();
    assert_eq!(batter.misfit(poach), "it would wash off");
    assert!(data.coating("salt_crust").unwrap().misfit(poach).contains("shuts the heat"));
}

#[test]
fn looks_change_where_the_data_says() {
    let data = catalogue();
    let sear = data.method("sear").unwrap();
    let knob = |c: f64| sear.look(c).unwrap().knob.as_str();
    assert_eq!([knob(164.9), knob(165.0), knob(195.0)], ["medium", "medium-high", "high"]);
}
