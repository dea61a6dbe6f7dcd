//! Line-ups of whole dishes, as a cook would judge them.

use std::cell::RefCell;
use std::collections::HashMap;

use rand::rngs::StdRng;
use rand::{RngExt, SeedableRng};

use super::*;
use crate::catalogue::Catalogue;
use crate::cook::{Event, Happened, Promise, follow, heat_left, heat_wanted};
use crate::kitchen::{OwnGear, OwnKitchen};
use crate::plan::planned;
use crate::say::clock;
use crate::setup::Doneness;

fn fish(id: &str, species: &str, cut: &str, mm: f64, method: &str, count: u32) -> Dish {
    let mut request = PlanRequest { method: method.into(), ..PlanRequest::default() };
    request.piece.species = species.into();
    request.piece.cut = cut.into();
    request.piece.thickness_mm = mm;
    request.piece.start_c = 5.0;
    request.piece.count = Some(count);
    request.doneness = Doneness::Band("just_done".into());
    Dish { id: id.into(), request: Some(request), prepared: true, ..Dish::default() }
}

fn side(id: &str, side: &str, servings: u32) -> Dish {
    let (side, servings) = (Some(side.into()), Some(servings));
    Dish { id: id.into(), side, servings, prepared: true, ..Dish::default() }
}

fn request(dishes: Vec<Dish>) -> LineUpRequest {
    LineUpRequest { dishes, ..LineUpRequest::default() }
}

struct Cook {
    catalogue: Catalogue,
    known: RefCell<HashMap<String, Arc<Planned>>>,
}

impl Cook {
    fn new() -> Self {
        Self { catalogue: Catalogue::embedded().unwrap(), known: RefCell::default() }
    }

    fn line_up(&self, request: &LineUpRequest) -> Result<LineUp, Vec<FieldError>> {
        line_up(&self.catalogue, request, &mut |plan| {
            let key = serde_json::to_string(plan).unwrap();
            if let Some(known) = self.known.borrow().get(&key) {
                return Ok(Arc::clone(known));
            }
            let solved = Arc::new(planned(&self.catalogue, plan)?);
            self.known.borrow_mut().insert(key, Arc::clone(&solved));
            Ok(solved)
        })
    }
}

fn start_of(line_up: &LineUp, dish: &str, title: &str) -> f64 {
    let found =
        line_up.steps.iter().find(|s| s.dish.as_deref() == Some(dish) && s.title.contains(title));
    found.unwrap_or_else(|| panic!("{dish}: no {title} in {:#?}", line_up.steps)).start_s
}

fn view<'l>(line_up: &'l LineUp, id: &str) -> &'l DishView {
    line_up.dishes.iter().find(|d| d.id == id).unwrap()
}

/// When a fish goes in, s; of one whose vessel others share, when the first of them does.
fn goes_in_s(view: &DishView) -> f64 {
    view.starts.iter().find(|start| start.key == "heat:1").unwrap().start_s
}

/// Hands never do more than there are cooks, and stations hold no more than they can: read off the answer. What is done
/// with those that share a vessel (`with d1`, or `with d1/2`, that of `d1`) is done by one pair of hands.
fn nobody_is_in_two_places(line_up: &LineUp) {
    let of = |stretch: &Stretch| {
        let dish = stretch.dish.clone().unwrap_or_default();
        let host = dish.strip_prefix("with ").and_then(|host| host.split('/').next());
        (host.unwrap_or(&dish).to_owned(), stretch.key.clone())
    };
    for station in &line_up.stations {
        for (i, one) in station.busy.iter().enumerate() {
            let mut meanwhile: Vec<_> = station.busy[..i]
                .iter()
                // Movements that follow each other at once are one.
                .filter(|o| o.from_s < one.until_s - 6.0 && one.from_s < o.until_s - 6.0)
                .map(of)
                .filter(|other| *other != of(one))
                .collect();
            meanwhile.sort();
            meanwhile.dedup();
            assert!(
                meanwhile.len() < station.capacity as usize,
                "{} at {}: {:#?}",
                station.id,
                one.from_s,
                station.busy
            );
        }
    }
}

/// Common practice: fried fish first, then chips in two batches, while the fish waits on a rack and stays crisp;
/// peas in the last minutes.
#[test]
fn fish_and_chips_land_together() {
    let cook = Cook::new();
    let dishes = vec![
        fish("haddock", "haddock", "fillet", 21.0, "deep_fry", 2),
        side("chips", "chips", 4),
        side("peas", "peas", 4),
    ];
    let line_up = cook.line_up(&request(dishes)).unwrap();
    nobody_is_in_two_places(&line_up);
    assert!(line_up.clashes.is_empty(), "{:#?}", line_up.clashes);
    assert!(line_up.dishes.iter().all(|d| d.served_s == Some(0.0)));
    let (into, first, second) = (
        start_of(&line_up, "haddock", "Into the oil"),
        start_of(&line_up, "chips", "batch 1 of 2"),
        start_of(&line_up, "chips", "Fry the chips, batch 2 of 2"),
    );
    assert!(into < first && first + 225.0 < second, "{into} {first} {second}");
    let haddock = view(&line_up, "haddock");
    assert!((300.0..900.0).contains(&haddock.stands_s.unwrap()), "{haddock:#?}");
    // Its plan is one for that wait, so that it is right when it is eaten.
    let rest_s = haddock.request.as_ref().unwrap().rest_s.unwrap();
    assert!((rest_s - haddock.stands_s.unwrap()).abs() < 60.0, "{rest_s} {haddock:#?}");
}

/// Two pieces of one loin in one pan, 20 and 30 mm, eaten together: the thick one goes in first, and both are
/// out within a minute of each other (common practice: unequal pieces).
#[test]
fn the_thick_piece_goes_in_first() {
    let cook = Cook::new();
    let mut thin = fish("thin", "cod", "loin", 20.0, "sear", 1);
    thin.with = Some("thick".into());
    let line_up =
        cook.line_up(&request(vec![fish("thick", "cod", "loin", 30.0, "sear", 1), thin])).unwrap();
    let into = |dish| start_of(&line_up, dish, "In, and press");
    assert!(into("thin") > into("thick") + 120.0, "{:#?}", line_up.steps);
    let out = |dish| view(&line_up, dish).out_s.unwrap();
    assert!((out("thin") - out("thick")).abs() <= 60.0, "{} {}", out("thin"), out("thick"));
    assert_eq!(line_up.stations.iter().filter(|s| s.name.contains("pan")).count(), 1, "one pan");
}

/// Two of unequal thickness in one vessel.
fn unequal(method: &str) -> LineUpRequest {
    let mut thin = fish("thin", "cod", "loin", 20.0, method, 2);
    thin.with = Some("thick".into());
    request(vec![fish("thick", "cod", "loin", 28.0, method, 2), thin])
}

/// The pan was turned down for the first when the second goes in: it is turned up for that before, and down again once
/// its crust has begun, and both are told so (common practice: fish goes into a hot pan).
#[test]
fn the_pan_is_hot_for_whoever_goes_in_later() {
    let cook = Cook::new();
    let line_up = cook.line_up(&unequal("sear")).unwrap();
    let at = |dish, title| start_of(&line_up, dish, title);
    let order = [
        at("thick", "In, and press"),
        at("thick", "Heat down to medium-low"),
        at("thin", "Heat up to medium-high"),
        at("thin", "In, and press"),
        at("thin", "Heat down to medium-low"),
        at("thin", "Turn"),
    ];
    assert!(order.is_sorted(), "{order:?}");
    assert!((order[3] - order[2] - 45.0).abs() < 2.0 && (order[4] - order[3] - 90.0).abs() < 2.0);
    let downs = line_up.steps.iter().filter(|s| s.title.starts_with("Heat down")).count();
    assert_eq!(downs, 2);
    // A coat that is gold is turned, and the heat stays up for what has just gone in.
    let line_up = cook.line_up(&unequal("saute")).unwrap();
    let at = |dish, title| start_of(&line_up, dish, title);
    let (thin_in, turned) = (at("thin", "Dip"), at("thick", "Turn, the heat as it is"));
    assert!(thin_in - 45.0 < turned, "{thin_in} {turned}");
    at("thin", "Turn, heat down to medium");
    assert_eq!(line_up.steps.iter().filter(|s| s.title.contains("eat down")).count(), 1);
}

/// Two and two of the same loin in one pan, by hand: putting two in takes 6 + 2 x 6 s, turning them 5 + 2 x 5, taking them
/// out 6 + 2 x 5. Who is second waits for the hands; those that come out together are looked at together.
#[test]
fn hands_are_at_one_after_the_other() {
    let mut asked = unequal("sear");
    asked.dishes[1].request.as_mut().unwrap().piece.thickness_mm = 28.0;
    let line_up = Cook::new().line_up(&asked).unwrap();
    for (title, work_s) in [("In, and press", 18.0), ("Turn", 15.0), ("Take it out", 16.0)] {
        let of = |step: &&LineUpStep| step.title.starts_with(title);
        let steps: Vec<&LineUpStep> = line_up.steps.iter().filter(of).collect();
        let [first, second] = steps[..] else { panic!("{title}: {steps:#?}") };
        assert!((first.start_s - second.start_s).abs() < 1e-9, "{title}: {second:#?}");
        assert!(
            (second.hands_s - first.hands_s - work_s).abs() < 1e-9,
            "{title}: {first:#?} {second:#?}"
        );
        let looks = title == "Take it out";
        assert_eq!(first.hands_s > work_s, looks, "{title}: {}", first.hands_s);
    }
}

/// What is eaten at once is taken out before anybody plates it.
#[test]
fn nobody_plates_while_it_is_taken_out() {
    let mut dish = fish("fish", "cod", "loin", 28.0, "sear", 4);
    dish.request.as_mut().unwrap().rest_s = Some(0.0);
    let line_up = Cook::new().line_up(&request(vec![dish])).unwrap();
    let of = |title: &str| line_up.steps.iter().find(|s| s.title.starts_with(title)).unwrap();
    let (out, plated) = (of("Take it out"), of("Plate"));
    let free_s = out.start_s + out.hands_s;
    assert!((-1.0..30.0).contains(&(plated.start_s - free_s)), "{out:#?} {plated:#?}");
}

/// Nothing is browned in a pan in which stock was poured, or that is in the oven: both go in at once, the thin one comes
/// out first, is planned for how long it stands, and it is said (common practice).
#[test]
fn a_pan_that_changes_takes_all_at_once() {
    let cook = Cook::new();
    for (method, into, then) in
        [("braise", "Brown it", "Stock in"), ("pan_roast", "In, and press", "Turn, and into")]
    {
        let line_up = cook.line_up(&unequal(method)).unwrap();
        let at = |dish, title| start_of(&line_up, dish, title);
        assert!((at("thick", into) - at("thin", into)).abs() < 1.0, "{:#?}", line_up.steps);
        at("thick", then);
        let (thick, thin) = (view(&line_up, "thick"), view(&line_up, "thin"));
        assert!(thin.out_s.unwrap() < thick.out_s.unwrap() - 60.0, "{thin:#?}");
        let rest_s = thin.request.as_ref().unwrap().rest_s.unwrap();
        assert!((rest_s - thin.stands_s.unwrap()).abs() < 30.0, "{rest_s} {thin:#?}");
        let note = thin.notes.join(" ");
        assert!(note.contains("goes in with the others, as their heat changes"), "{note}");
        assert!(thick.notes.is_empty(), "{thick:#?}");
        assert!(line_up.clashes.is_empty());
    }
}

/// The stove, told what a line-up has happen in a shared pan, comes to the same moments: that of the first by the fish
/// that joins it, and of the second by the heat that it meets.
#[test]
fn a_shared_pan_is_that_of_the_stove() {
    let cook = Cook::new();
    let line_up = cook.line_up(&unequal("deep_fry")).unwrap();
    let [thick, thin] = ["thick", "thin"].map(|id| {
        let view = view(&line_up, id);
        let plan = view.request.clone().unwrap();
        let promise = Promise::of(&cook.catalogue, &plan).unwrap();
        let in_s = goes_in_s(view);
        (plan, promise, in_s, view.out_s.unwrap() - in_s)
    });
    let event = |at_s: f64, what: Happened| Event { id: String::new(), at_s, what };
    let later_s = thin.2 - thick.2;
    assert!(later_s > 60.0, "{later_s}");
    let into = [event(0.0, Happened::In { medium_c: None })];
    let left = heat_left(&cook.catalogue, &thick.0, &thick.1, &into, later_s).unwrap().unwrap();
    let wanted = heat_wanted(&cook.catalogue, &thin.0).unwrap().unwrap();
    let joined = [into[0].clone(), event(later_s, wanted.fish.joins("thin", 2))];
    let met = [
        event(0.0, Happened::In { medium_c: wanted.met_c(&[&left]) }),
        event(0.0, left.fish.unwrap().joins("thick", 1)),
    ];
    for ((plan, promise, _, lined_up_s), events) in [(thick, joined), (thin, met)] {
        let live = follow(&cook.catalogue, &plan, &promise, (&events, &[]), 0.0).unwrap();
        let pull_s = live.forecast.pull_s;
        assert!((pull_s - lined_up_s).abs() < 4.0, "{pull_s} at the stove, {lined_up_s} lined up");
        assert!(pull_s > promise.pull_s + 0.5, "{pull_s} is no longer than alone");
    }
}

/// Who eats a quarter of an hour later has the pan alone: it is as hot as for the first, and takes as long as by itself.
#[test]
fn a_later_guest_has_the_pan_alone() {
    let cook = Cook::new();
    let mut asked = unequal("sear");
    asked.dishes[1].serve_s = 900.0;
    let line_up = cook.line_up(&asked).unwrap();
    let (first, later) = (view(&line_up, "thick"), view(&line_up, "thin"));
    let in_s = goes_in_s(later);
    assert!(in_s > first.out_s.unwrap() + 60.0, "{in_s} {first:#?}");
    let alone = Promise::of(&cook.catalogue, later.request.as_ref().unwrap()).unwrap();
    let pull_s = later.out_s.unwrap() - in_s;
    assert!((pull_s - alone.pull_s).abs() < 4.0, "{pull_s}, alone {}", alone.pull_s);
    // It was turned down for the first.
    assert!((in_s - start_of(&line_up, "thin", "Heat up") - 45.0).abs() < 2.0);
    assert_eq!((first.served_s, later.served_s), (Some(0.0), Some(900.0)));
}

/// Whatever is told of those that share a vessel, in whatever order: it is lined up, what was told to be in stays in then,
/// nothing comes out before it went in, and what is told once more changes nothing.
#[test]
fn whatever_happens_in_a_shared_pan_it_is_lined_up() {
    const METHODS: [&str; 7] =
        ["sear", "saute", "deep_fry", "braise", "pan_roast", "shallow_poach", "grill"];
    let cook = Cook::new();
    let mut rng = StdRng::seed_from_u64(11);
    for _ in 0..12 {
        let method = METHODS[rng.random_range(0..METHODS.len())];
        let count = rng.random_range(2..5);
        let dishes = (0..count).map(|i| {
            let id = if i == 0 { "d".to_owned() } else { format!("with d/{i}") };
            let mut dish = fish(&id, "cod", "loin", rng.random_range(15.0..30.0), method, 1);
            let piece = &mut dish.request.as_mut().unwrap().piece;
            (piece.length_mm, piece.width_mm) = (Some(90.0), Some(45.0));
            dish.with = (i > 0).then(|| "d".into());
            dish.serve_s = 120.0 * f64::from(rng.random_range(0..4));
            dish
        });
        let mut asked = request(dishes.collect());
        let mut line_up = cook.line_up(&asked).unwrap();
        let mut now_s = line_up.begins_s;
        let mut told: HashMap<String, f64> = HashMap::new();
        for _ in 0..6 {
            now_s += rng.random_range(0.0..300.0);
            let dish = asked.dishes[rng.random_range(0..count)].id.clone();
            let key = "heat:1".to_owned();
            let one = match rng.random_range(0..5) {
                0 | 1 => {
                    let out_s = rng.random_range(120.0..900.0);
                    let start_s = now_s.round();
                    told.insert(dish.clone(), start_s);
                    let at_stove = AtStove { cook: 1, start_s, turn_s: None, out_s };
                    Change::AtStove { dish, at_stove }
                }
                2 => Change::Late { dish, by_s: 180.0 },
                3 => Change::Serve { dish, serve_s: rng.random_range(0.0_f64..900.0).round() },
                _ if told.is_empty() => Change::Fix { dish, key, start_s: now_s + 60.0 },
                _ => continue,
            };
            let what = format!("{method} at {now_s:.0}: {one:?}");
            let next = change(&asked, &line_up, Some(now_s), &[one]);
            asked = next.unwrap_or_else(|errors| panic!("{what}: {errors:?}"));
            line_up = cook.line_up(&asked).unwrap_or_else(|errors| panic!("{what}: {errors:?}"));
            nobody_is_in_two_places(&line_up);
            for view in &line_up.dishes {
                let in_s = goes_in_s(view);
                assert!(view.out_s.unwrap() > in_s, "{what}: {view:#?}");
                // Of the one whose vessel it is the start is that of the first.
                let is_told = told.get(&view.id).filter(|_| view.id != "d");
                let off_s = is_told.map_or(0.0, |told_s| (told_s - in_s).abs());
                assert!(off_s <= 5.0, "{what}: told at {is_told:?} {view:#?}");
            }
            let again = change(&asked, &line_up, Some(now_s), &[]).unwrap();
            let again = cook.line_up(&again).unwrap();
            for (was, is) in line_up.dishes.iter().zip(&again.dishes) {
                // To the second, as moments that hang on each other are found to half of one.
                let off_s = (goes_in_s(was) - goes_in_s(is)).abs();
                let off_s = off_s.max((was.out_s.unwrap() - is.out_s.unwrap()).abs());
                assert!(off_s <= 1.0, "{what}: {was:#?} {is:#?}");
            }
        }
    }
}

/// More in one pan than anybody follows are each planned for it as it is set, and lined up all the same.
#[test]
fn many_in_one_pan_are_lined_up_all_the_same() {
    let cook = Cook::new();
    let small = |i: u8| {
        let id = if i == 0 { "d0".to_owned() } else { format!("with {i}") };
        let mut dish = fish(&id, "cod", "loin", 15.0 + f64::from(i % 3), "shallow_poach", 1);
        let piece = &mut dish.request.as_mut().unwrap().piece;
        (piece.length_mm, piece.width_mm) = (Some(60.0), Some(20.0));
        Dish { with: (i > 0).then(|| "d0".into()), ..dish }
    };
    let line_up = cook.line_up(&request((0..40).map(small).collect())).unwrap();
    assert!(line_up.dishes.iter().all(|d| d.served_s.is_some() && d.out_s.is_some()));
}

/// A pin at one of those that share a pan holds all of it, and is taken out there again.
#[test]
fn a_pin_in_a_shared_pan_holds_all_of_it() {
    let cook = Cook::new();
    let asked = unequal("shallow_poach");
    let line_up = cook.line_up(&asked).unwrap();
    let in_s = |line_up: &LineUp, id: &str| goes_in_s(view(line_up, id));
    let key = "heat:1".to_owned();
    let start_s = in_s(&line_up, "thin") - 300.0;
    let pin = Change::Fix { dish: "thin".into(), key: key.clone(), start_s };
    let pinned = change(&asked, &line_up, None, &[pin]).unwrap();
    let held = cook.line_up(&pinned).unwrap();
    for id in ["thick", "thin"] {
        let sooner_s = in_s(&line_up, id) - in_s(&held, id);
        assert!((sooner_s - 300.0).abs() <= 5.0, "{id}: {sooner_s}");
    }
    let free = Change::Free { dish: "thin".into(), key };
    let freed = change(&pinned, &held, None, &[free]).unwrap();
    assert!(freed.dishes.iter().all(|dish| dish.fixed.is_empty()), "{:#?}", freed.dishes);
}

/// In a service each of those that share a pan goes in at the stove when it does: the other stays where it is, whichever
/// is told of first, and an earlier one is the beginning of the whole.
#[test]
fn who_shares_a_pan_goes_in_one_by_one() {
    let cook = Cook::new();
    let asked = unequal("shallow_poach");
    let line_up = cook.line_up(&asked).unwrap();
    let in_s = |line_up: &LineUp, id: &str| goes_in_s(view(line_up, id));
    let out_s = |line_up: &LineUp, id: &str| view(line_up, id).out_s.unwrap();
    let (thick_s, thin_s) = (in_s(&line_up, "thick"), in_s(&line_up, "thin"));
    assert!(thin_s > thick_s + 60.0);
    let goes_in = |request: &LineUpRequest, line_up: &LineUp, id: &str, start_s: f64| {
        let pull_s = out_s(line_up, id) - in_s(line_up, id);
        let at_stove = AtStove { cook: 1, start_s, turn_s: None, out_s: pull_s };
        let told = Change::AtStove { dish: id.into(), at_stove };
        let next = change(request, line_up, Some(start_s), &[told]);
        let next = next.unwrap();
        let line_up = cook.line_up(&next).unwrap();
        (next, line_up)
    };
    // Ten seconds late each.
    let (first, then) = goes_in(&asked, &line_up, "thick", thick_s + 10.0);
    assert!((in_s(&then, "thick") - thick_s - 10.0).abs() <= 5.0, "{then:#?}");
    let (_, then) = goes_in(&first, &then, "thin", thin_s + 20.0);
    assert!((in_s(&then, "thick") - thick_s - 10.0).abs() <= 5.0);
    assert!((in_s(&then, "thin") - thin_s - 20.0).abs() <= 5.0, "{}", in_s(&then, "thin") - thin_s);
    assert!((out_s(&then, "thin") - out_s(&line_up, "thin") - 20.0).abs() <= 10.0);
    let served_s = ["thick", "thin"].map(|id| view(&then, id).served_s.unwrap());
    assert!(served_s.iter().all(|s| (5.0..=20.0).contains(s)), "{served_s:?}");
    // The thin one goes in before its time, and the thick one has not: it is the first now, and the thick one is late.
    let (_, hasty) = goes_in(&asked, &line_up, "thin", thick_s - 60.0);
    assert!((in_s(&hasty, "thin") - thick_s + 60.0).abs() <= 5.0, "{}", in_s(&hasty, "thin"));
    assert!(in_s(&hasty, "thick") >= in_s(&hasty, "thin") - 0.1);
}

/// Cold peas join a braise and take heat from it: the fish stays in longer, and more of them longer still
/// (common practice: peas one to two minutes before the end).
#[test]
fn what_joins_the_fish_cools_its_pan() {
    let cook = Cook::new();
    let host = || fish("cod", "cod", "steak", 30.0, "braise", 2);
    let minutes = |peas: u32| {
        let mut joiner = side("peas", "peas", peas);
        joiner.with = Some("cod".into());
        let line_up = cook.line_up(&request(vec![host(), joiner])).unwrap();
        let in_s = goes_in_s(view(&line_up, "cod"));
        let out_s = view(&line_up, "cod").out_s.unwrap();
        let joined_s = start_of(&line_up, "peas", "Peas in");
        assert!((60.0..=120.0).contains(&(out_s - joined_s)), "{out_s} {joined_s}");
        out_s - in_s
    };
    let alone = {
        let line_up = cook.line_up(&request(vec![host()])).unwrap();
        let in_s = goes_in_s(view(&line_up, "cod"));
        view(&line_up, "cod").out_s.unwrap() - in_s
    };
    let (few, many) = (minutes(2), minutes(6));
    assert!(alone < few && few < many && many < alone + 180.0, "{alone} {few} {many}");
}

/// One oven, one dish at 200 and one at 170 °C: both are cooked at one heat between, and their plans say so.
#[test]
fn one_oven_finds_the_heat_that_serves_both() {
    let cook = Cook::new();
    let mut hot = fish("char", "arctic_char", "fillet", 21.0, "roast", 2);
    hot.request.as_mut().unwrap().medium_c = Some(200.0);
    let mut mild = fish("trout", "sea_trout", "fillet", 24.0, "roast", 2);
    mild.request.as_mut().unwrap().medium_c = Some(170.0);
    let line_up = cook.line_up(&request(vec![hot, mild])).unwrap();
    nobody_is_in_two_places(&line_up);
    assert!(line_up.clashes.is_empty(), "{:#?}", line_up.clashes);
    let at: Vec<f64> =
        line_up.dishes.iter().map(|d| d.request.as_ref().unwrap().medium_c.unwrap()).collect();
    assert!((at[0] - at[1]).abs() < 0.5 && (170.0..=200.0).contains(&at[0]), "{at:?}");
    let note = line_up.notes.join(" ");
    assert!(note.contains("One heat for all in it: "), "{at:?} {note}");
}

/// Hot food that is not kept hot is eaten within two hours of its heat (the British rule below 63 °C; within four of the
/// FDA Food Code, 3-501.19; both from memory), and no chain lets it stand for longer: what may is cold.
#[test]
fn nothing_hot_stands_longer_than_a_kitchen_may_let_it() {
    const LONGEST_S: f64 = 7200.0;
    let cook = Cook::new();
    for side in &cook.catalogue.sides {
        let is_cold = ["cold", "fridge"].iter().any(|word| side.held.contains(word));
        assert!(is_cold || side.holds_s < LONGEST_S, "{}: {} s", side.id, side.holds_s);
    }
    // However early it has to be done: two dishes for one pan, eaten together, then half an hour apart.
    for apart_s in [0.0, 1800.0] {
        let mut dishes = vec![
            fish("first", "cod", "loin", 30.0, "sear", 2),
            fish("second", "cod", "loin", 30.0, "sear", 2),
        ];
        for dish in &mut dishes {
            dish.vessel = Some("clad_28".into());
        }
        dishes[1].serve_s = apart_s;
        let line_up = cook.line_up(&request(dishes)).unwrap();
        assert!(line_up.dishes.iter().all(|d| d.stands_s.unwrap() < LONGEST_S), "{apart_s}");
    }
}

/// What a station is busy with outlives what needed it: the chips are struck off while the oil is told late, and one of
/// two cooks goes home while the sink is taken.
#[test]
fn a_busy_station_that_nothing_needs_is_in_nobodys_way() {
    let cook = Cook::new();
    let busy = |station: &str| Busy {
        station: station.into(),
        from_s: Some(-900.0),
        until_s: -600.0,
        why: String::new(),
    };
    let asked = |busy: Vec<Busy>, hands: u32| {
        let dishes = vec![Dish { prepared: false, ..side("spinach", "spinach", 2) }];
        cook.line_up(&LineUpRequest { busy, hands: Some(hands), ..request(dishes) })
    };
    let free = asked(Vec::new(), 1).unwrap();
    let idle = asked(vec![busy("fryer_6l"), busy("sink")], 1).unwrap();
    assert_eq!((&idle.dishes, &idle.steps), (&free.dishes, &free.steps));
    let errors = asked(vec![busy("fryer_6l"), busy("moon")], 1).unwrap_err();
    assert_eq!((errors.len(), errors[0].field.as_str()), (1, "busy.1.station"));
}

/// Twelve minutes before supper there is no time for a dish that takes a quarter of an hour: it says so, and when
/// it could be there.
#[test]
fn what_cannot_be_in_time_says_when_it_could_be() {
    let cook = Cook::new();
    let mut asked = request(vec![
        fish("gurnard", "gurnard", "whole_round", 46.0, "roast", 1),
        side("peas", "peas", 2),
    ]);
    asked.now_s = Some(-720.0);
    let line_up = cook.line_up(&asked).unwrap();
    let [clash] = &line_up.clashes[..] else { panic!("{:#?}", line_up.clashes) };
    assert_eq!(clash.dish, "gurnard");
    assert!(clash.why.contains("less time"), "{}", clash.why);
    assert!(line_up.steps.iter().all(|s| s.start_s >= -720.0 || s.dish.is_none()));
    // Served then instead, everything fits.
    let again = LineUpRequest {
        dishes: vec![
            Dish { serve_s: clash.nearest_serve_s.unwrap(), ..asked.dishes[0].clone() },
            asked.dishes[1].clone(),
        ],
        ..asked
    };
    assert!(cook.line_up(&again).unwrap().clashes.is_empty());
}

/// Three dishes of ten minutes for one pan at one moment, more than a plate and a warm oven make up for: what is
/// short is named, and with a second pan like it nothing is.
#[test]
fn what_is_short_is_named() {
    let cook = Cook::new();
    let mut dishes: Vec<Dish> =
        ["a", "b", "c"].iter().map(|id| fish(id, "cod", "loin", 22.0, "sear", 2)).collect();
    for dish in &mut dishes {
        dish.vessel = Some("clad_28".into());
    }
    let line_up = cook.line_up(&request(dishes.clone())).unwrap();
    nobody_is_in_two_places(&line_up);
    let late = line_up.clashes.iter().filter(|clash| clash.late_s.unwrap() > 60.0);
    let [clash] = &late.collect::<Vec<_>>()[..] else { panic!("{:#?}", line_up.clashes) };
    assert!(clash.why.contains("28 cm clad steel pan is wanted by"), "{}", clash.why);
    assert!(
        clash.fixes.iter().any(|f| f.contains("A second one like the 28 cm")),
        "{:?}",
        clash.fixes
    );
    dishes[0].vessel = Some("cast_iron_26".into());
    let mended = cook.line_up(&request(dishes)).unwrap();
    assert!(mended.clashes.is_empty(), "{:#?}", mended.clashes);
}

/// Two thick pieces for the only pan, to be eaten together: the first waits in a warm oven, by a plan for that, and
/// nothing is late; with no oven, or one that roasts meanwhile, the second is.
#[test]
fn what_is_done_early_waits_in_a_warm_oven() {
    let cook = Cook::new();
    let mut dishes: Vec<Dish> =
        ["a", "b"].iter().map(|id| fish(id, "cod", "loin", 27.0, "sear", 2)).collect();
    for dish in &mut dishes {
        dish.vessel = Some("clad_28".into());
    }
    let line_up = cook.line_up(&request(dishes.clone())).unwrap();
    nobody_is_in_two_places(&line_up);
    assert!(line_up.clashes.is_empty(), "{:#?}", line_up.clashes);
    let mut by_wait: Vec<&DishView> = line_up.dishes.iter().collect();
    by_wait.sort_by(|a, b| a.stands_s.unwrap().total_cmp(&b.stands_s.unwrap()));
    let [at_once, waits] = by_wait[..] else { panic!("{by_wait:#?}") };
    let rest = |d: &DishView| d.request.as_ref().map(|r| (r.rest_on.clone(), r.rest_s)).unwrap();
    assert_eq!(rest(at_once), (None, None));
    let (on, rest_s) = rest(waits);
    assert_eq!(on.as_deref(), Some("warm_oven"));
    let stands_s = waits.stands_s.unwrap();
    assert!((600.0..1260.0).contains(&stands_s), "{stands_s}");
    assert!((rest_s.unwrap() - stands_s).abs() < 90.0, "{rest_s:?} {stands_s}");
    assert!(waits.standing.contains(" in a warm oven; "), "{}", waits.standing);
    let [note] = &line_up.notes[..] else { panic!("{:?}", line_up.notes) };
    assert!(
        note.starts_with("Cod waits ")
            && note.ends_with("\u{a0}°C: the 28 cm clad steel pan is wanted meanwhile."),
        "{note}"
    );
    start_of(&line_up, &waits.id, "Out, and into the 60 cm oven at 70\u{a0}°C");
    let oven = line_up.stations.iter().find(|s| s.id == "home_oven").unwrap();
    let [stretch] = &oven.busy[..] else { panic!("{oven:#?}") };
    assert_eq!((stretch.dish.as_ref(), stretch.setting_c), (Some(&waits.id), Some(70.0)));
    assert!((stretch.from_s - waits.out_s.unwrap()).abs() <= 20.0, "{stretch:?} {waits:?}");
    // In the service it keeps its plan and its oven, in the heat and out of it.
    for now_s in [waits.out_s.unwrap() - 120.0, waits.out_s.unwrap() + 120.0] {
        let asked = change(&request(dishes.clone()), &line_up, Some(now_s), &[]).unwrap();
        let under_way = cook.line_up(&asked).unwrap();
        assert!(under_way.clashes.is_empty(), "{:#?}", under_way.clashes);
        let again = view(&under_way, &waits.id);
        assert_eq!((again.out_s, &again.starts[0]), (waits.out_s, &waits.starts[0]));
        assert_eq!(rest(again), rest(waits));
        assert!(again.starts.iter().any(|start| start.key == "warm"), "{again:#?}");
    }
    // With none, or one that roasts meanwhile, a plate does not keep it so long.
    let late_with = |change: &dyn Fn(&mut LineUpRequest)| {
        let mut asked = request(dishes.clone());
        change(&mut asked);
        let line_up = cook.line_up(&asked).unwrap();
        nobody_is_in_two_places(&line_up);
        assert!(line_up.notes.is_empty(), "{:?}", line_up.notes);
        for dish in &line_up.dishes {
            assert!(dish.stands_s.unwrap() < 750.0, "{dish:#?}");
        }
        line_up.clashes.iter().filter_map(|clash| clash.late_s).fold(0.0, f64::max)
    };
    let without_s = late_with(&|asked| asked.gear = Some(vec!["clad_28".into()]));
    let beside_s = late_with(&|asked| {
        let mut roast = fish("char", "arctic_char", "fillet", 21.0, "roast", 2);
        roast.serve_s = -600.0;
        asked.dishes.push(roast);
    });
    for late_s in [without_s, beside_s] {
        assert!((240.0..480.0).contains(&late_s), "{late_s}");
    }
}

/// Who always rests fish in a warm oven needs it for that; what roasts in it rests there as it is.
#[test]
fn a_habit_of_resting_in_the_oven_takes_the_oven() {
    let cook = Cook::new();
    let rested = |id: &str, method: &str| {
        let mut dish = fish(id, "cod", "loin", 27.0, method, 2);
        let plan = dish.request.as_mut().unwrap();
        (plan.rest_on, plan.rest_s) = (Some("warm_oven".into()), Some(300.0));
        plan.rest_c = Some(60.0);
        dish
    };
    for method in ["sear", "roast"] {
        let line_up = cook.line_up(&request(vec![rested("a", method)])).unwrap();
        assert!(line_up.clashes.is_empty() && line_up.notes.is_empty(), "{line_up:#?}");
        let oven = line_up.stations.iter().find(|s| s.id == "home_oven").unwrap();
        assert_eq!(oven.busy.len(), 1, "{method}: {:#?}", oven.busy);
        let warm = oven.busy.iter().filter(|stretch| stretch.setting_c == Some(60.0)).count();
        assert_eq!(warm, usize::from(method == "sear"), "{:#?}", oven.busy);
        let stands_s = view(&line_up, "a").stands_s.unwrap();
        assert!((300.0..=330.0).contains(&stands_s), "{stands_s}");
    }
}

/// Two cooks have one sink, and raw fish has a board for itself (common practice); one cook alone is never at two of
/// them.
#[test]
fn boards_and_the_sink_are_stations_of_two_cooks() {
    let cook = Cook::new();
    let raw = |dish: Dish| Dish { prepared: false, ..dish };
    let dishes = vec![
        raw(fish("bream", "sea_bream", "whole_round", 34.0, "roast", 2)),
        raw(fish("hake", "hake", "loin", 28.0, "sear", 2)),
        raw(side("spinach", "spinach", 4)),
        raw(side("pickle", "quick_pickle", 4)),
    ];
    let asked = |hands| LineUpRequest { hands: Some(hands), ..request(dishes.clone()) };
    let line_up = cook.line_up(&asked(2)).unwrap();
    nobody_is_in_two_places(&line_up);
    assert!(line_up.clashes.is_empty(), "{:#?}", line_up.clashes);
    let of = |id: &str| {
        let station = line_up.stations.iter().find(|s| s.id == id).unwrap();
        let mut dishes: Vec<&str> = station.busy.iter().filter_map(|b| b.dish.as_deref()).collect();
        dishes.sort_unstable();
        dishes.dedup();
        (station.capacity, dishes)
    };
    assert_eq!(of("sink"), (1, vec!["bream", "spinach"]));
    assert_eq!(of("raw_board"), (1, vec!["bream", "hake"]));
    assert_eq!(of("board"), (1, vec!["pickle"]));
    let at = |title: &str| &line_up.steps.iter().find(|s| s.title.contains(title)).unwrap().station;
    assert_eq!((at("Scale it").as_str(), at("Wash the spinach").as_str()), ("sink", "sink"));
    assert_eq!((at("Dry it").as_str(), at("Slice and dress").as_str()), ("raw_board", "board"));
    let order: Vec<&str> = line_up.stations.iter().map(|s| s.id.as_str()).collect();
    assert_eq!(order[..5], ["hands", "raw_board", "sink", "board", "burners"]);
    let alone = cook.line_up(&asked(1)).unwrap();
    assert!(alone.stations.iter().all(|s| !["sink", "raw_board", "board"].contains(&&*s.id)));
}

/// Three dishes and three cooks, so that none waits for a hand.
fn three_dishes() -> LineUpRequest {
    LineUpRequest {
        hands: Some(3),
        ..request(vec![
            fish("haddock", "haddock", "fillet", 21.0, "deep_fry", 2),
            fish("char", "arctic_char", "fillet", 21.0, "roast", 2),
            side("rice", "rice", 2),
        ])
    }
}

/// In a service what has begun stays, a late dish moves, and what it does not touch does not.
#[test]
fn three_minutes_late_moves_only_what_it_must() {
    let cook = Cook::new();
    let asked = three_dishes();
    let before = cook.line_up(&asked).unwrap();
    let now_s = -420.0;
    let late = Change::Late { dish: "haddock".into(), by_s: 180.0 };
    let next = change(&asked, &before, Some(now_s), &[late]).unwrap();
    let after = cook.line_up(&next).unwrap();
    for dish in &before.dishes {
        for start in dish.starts.iter().filter(|s| s.start_s <= now_s) {
            let kept = view(&after, &dish.id).starts.iter().find(|s| s.key == start.key);
            assert_eq!(kept, Some(start), "{}: what has begun stays", dish.id);
        }
    }
    assert_eq!(view(&after, "rice").served_s, Some(0.0));
    assert_eq!(view(&after, "char").starts, view(&before, "char").starts, "untouched");
    let moved = |line_up: &LineUp| view(line_up, "haddock").starts.last().unwrap().start_s;
    assert!(moved(&after) >= moved(&before), "{} {}", moved(&after), moved(&before));
    // A ticket more: everything that stood and has room stays.
    let ticket = Change::Add { dish: Box::new(Dish { serve_s: 900.0, ..side("peas", "peas", 1) }) };
    let more = cook.line_up(&change(&next, &after, Some(now_s), &[ticket]).unwrap()).unwrap();
    assert_eq!(more.dishes.len(), 4);
    assert_eq!(view(&more, "char").starts, view(&after, "char").starts);
}

/// A slip of the finger: what was told last is taken back, once, and everything stands where it stood. What went in
/// meanwhile is in.
#[test]
fn what_was_told_last_is_taken_back() {
    let cook = Cook::new();
    let asked = three_dishes();
    let before = cook.line_up(&asked).unwrap();
    let told = |asked: &LineUpRequest, now_s: f64, what: Change| {
        let line_up = cook.line_up(asked).unwrap();
        let next = change(asked, &line_up, Some(now_s), &[what]).unwrap();
        let line_up = cook.line_up(&next).unwrap();
        (next, line_up)
    };
    let starts = |line_up: &LineUp, id: &str| view(line_up, id).starts.clone();
    let in_s =
        |id: &str| starts(&before, id).into_iter().find(|s| s.key == "heat:1").unwrap().start_s;
    // Told a minute before the first of the two goes in, and taken back before either does.
    let now_s = in_s("char").min(in_s("haddock")) - 60.0;
    let by = |id: &str| Change::Late { dish: id.into(), by_s: 600.0 };
    let (late, slipped) = told(&asked, now_s, by("haddock"));
    assert!(starts(&slipped, "haddock") != starts(&before, "haddock"));
    let moved = slipped.moved.clone().unwrap();
    assert_eq!(moved.takes_back.as_deref(), Some("Haddock 10:00 later"));
    let (back, again) = told(&late, now_s + 10.0, Change::TakeBack);
    for dish in &before.dishes {
        assert_eq!(starts(&again, &dish.id), dish.starts, "{}", dish.id);
    }
    let moved = again.moved.clone().unwrap();
    assert!(moved.line.starts_with("Taken back: Haddock 10:00 later"), "{}", moved.line);
    assert_eq!(moved.takes_back, None);
    let refused = change(&back, &again, Some(now_s + 20.0), &[Change::TakeBack]).unwrap_err();
    assert_eq!(refused[0].field, "changes.0.kind");
    // The char went in a little early meanwhile: it stays in, and the haddock goes back.
    let at_stove = AtStove { cook: 1, start_s: now_s + 30.0, turn_s: None, out_s: 600.0 };
    let goes_in = Change::AtStove { dish: "char".into(), at_stove };
    let (in_heat, _) = told(&late, now_s + 30.0, goes_in);
    let (_, again) = told(&in_heat, now_s + 40.0, Change::TakeBack);
    let char = starts(&again, "char").into_iter().find(|s| s.key == "heat:1").unwrap();
    assert!((char.start_s - (now_s + 30.0)).abs() < 5.0, "{char:?} {now_s}");
    assert_eq!(starts(&again, "haddock"), starts(&before, "haddock"));
    // Only in a service, and alone.
    let both = [by("haddock"), Change::TakeBack];
    let refused = change(&late, &slipped, Some(now_s), &both).unwrap_err();
    assert_eq!(refused[0].field, "changes.1.kind");
    let idle = change(&asked, &before, None, &[Change::TakeBack]).unwrap_err();
    assert_eq!(idle[0].field, "changes.0.kind");
}

#[test]
fn bad_line_ups_are_refused_on_their_fields() {
    let cook = Cook::new();
    let fields = |asked: &LineUpRequest| -> Vec<String> {
        cook.line_up(asked).unwrap_err().into_iter().map(|e| e.field).collect()
    };
    let cod = || fish("cod", "cod", "loin", 28.0, "sear", 1);
    assert_eq!(fields(&request(Vec::new())), ["dishes"]);
    assert_eq!(fields(&request(vec![cod(); 100_000])), ["dishes"]);
    assert_eq!(fields(&request(vec![cod(), cod()])), ["dishes.1.id"]);
    let neither = Dish { request: None, ..cod() };
    assert_eq!(fields(&request(vec![neither])), ["dishes.0.request"]);
    let both = Dish { side: Some("peas".into()), ..cod() };
    assert_eq!(fields(&request(vec![both])), ["dishes.0.side"]);
    assert_eq!(fields(&request(vec![side("x", "soup", 2)])), ["dishes.0.side"]);
    assert_eq!(fields(&request(vec![side("x", "peas", 99)])), ["dishes.0.servings"]);
    assert_eq!(fields(&request(vec![Dish { serve_s: f64::NAN, ..cod() }])), ["dishes.0.serve_s"]);
    let mut raw = cod();
    raw.request.as_mut().unwrap().piece.thickness_mm = 900.0;
    assert_eq!(fields(&request(vec![raw])), ["dishes.0.request.piece.thickness_mm"]);
    // Vessels that go round in a circle, or are nobody's.
    let with = |id: &str, of: &str| Dish {
        with: Some(of.into()),
        ..fish(id, "cod", "loin", 28.0, "sear", 1)
    };
    assert_eq!(
        fields(&request(vec![with("a", "b"), with("b", "a")])),
        ["dishes.0.with", "dishes.1.with"]
    );
    assert_eq!(fields(&request(vec![with("a", "a")])), ["dishes.0.with"]);
    let peas = Dish { with: Some("cod".into()), ..side("peas", "peas", 2) };
    assert_eq!(fields(&request(vec![cod(), peas])), ["dishes.1.with"]);
    let fixed = vec![Fixed { key: "heat:9".into(), start_s: 0.0 }];
    assert_eq!(fields(&request(vec![Dish { fixed, ..cod() }])), ["dishes.0.fixed.0.key"]);
    let starts = vec![Fixed { key: "heat:1".into(), start_s: 1e300 }];
    let stood = Some(Stood { starts, rest_s: Some(-1.0), ..Stood::default() });
    assert_eq!(
        fields(&request(vec![Dish { stood, ..cod() }])),
        ["dishes.0.stood.starts.0.start_s", "dishes.0.stood.rest_s"]
    );
    let busy =
        vec![Busy { station: "moon".into(), from_s: None, until_s: 0.0, why: String::new() }];
    assert_eq!(fields(&LineUpRequest { busy, ..request(vec![cod()]) }), ["busy.0.station"]);
    let no_fryer = LineUpRequest {
        gear: Some(vec!["clad_28".into()]),
        ..request(vec![side("c", "chips", 2)])
    };
    assert_eq!(fields(&no_fryer), ["dishes.0.side"]);
}

/// The oven heats at full power and cools by itself: a home oven of some 2.4 kW from 22 to
/// 200 °C in 8 to 25 min, and down by 30 K in 3 to 15 (common practice).
#[test]
fn ovens_take_their_time() {
    let catalogue = Catalogue::embedded().unwrap();
    let oven = catalogue.gear("home_oven").unwrap();
    let (up, down) = (station::change_s(oven, 22.0, 200.0), station::change_s(oven, 200.0, 170.0));
    assert!((480.0..1500.0).contains(&up), "{up}");
    assert!((180.0..900.0).contains(&down), "{down}");
    assert!(station::change_s(oven, 180.0, 180.0).abs() < 1e-9);
}

/// Chips for four in a 6 l fryer go in two batches (common practice: two batches), and a litre of water on a
/// burner takes five to six minutes, by which potatoes and peas come to the boil.
#[test]
fn chips_go_in_batches_that_the_oil_stands() {
    let catalogue = Catalogue::embedded().unwrap();
    let fryer = catalogue.gear("fryer_6l").unwrap();
    let batches = |grams: f64| side::batches(fryer, grams, 190.0, 235.0).count;
    assert_eq!((batches(150.0), batches(600.0)), (1, 2));
    assert!(batches(1500.0) > batches(600.0));
}

/// In a service a fish in its second pan waits longer than its plan had it: planned again it has one way left, and
/// where it stood before is no place of that way.
#[test]
fn a_fish_that_is_planned_again_in_a_service_finds_its_place() {
    let cook = Cook::new();
    let own = |id: &str| OwnGear {
        id: id.into(),
        name: id.into(),
        like: id.into(),
        ..OwnGear::default()
    };
    let gear = vec![own("clad_28"), own("cast_iron_26")];
    let asked = LineUpRequest {
        hands: Some(3),
        kitchen: Some(OwnKitchen { gear, ..OwnKitchen::default() }),
        ..request(vec![
            fish("a", "cod", "loin", 28.0, "sear", 2),
            fish("b", "hake", "loin", 28.0, "sear", 2),
            side("rice", "rice", 2),
        ])
    };
    let before = cook.line_up(&asked).unwrap();
    let second = before.dishes.iter().find(|d| d.vessel.as_deref() == Some("cast_iron_26"));
    let second = second.expect("each has a pan of its own");
    let busy = |station: &str| Busy {
        station: station.into(),
        from_s: Some(-270.0),
        until_s: 0.0,
        why: "scrubbed".into(),
    };
    let mut next =
        change(&asked, &before, None, &[Change::Busy { busy: busy("cast_iron_26") }]).unwrap();
    next.busy.push(busy("clad_28"));
    let after = cook.line_up(&next).unwrap();
    nobody_is_in_two_places(&after);
    let moved = view(&after, &second.id);
    assert_eq!(moved.vessel.as_deref(), Some("cast_iron_26"));
    let (stands_s, request) = (moved.stands_s.unwrap(), moved.request.as_ref().unwrap());
    assert!(stands_s >= 265.0, "{stands_s}");
    assert!((request.rest_s.unwrap() - stands_s).abs() < 60.0, "{stands_s} {:?}", request.rest_s);
}

/// Chips behind the fish in a fryer that is not hot until after its time: they are served late and are said to be, and
/// the fish, which is in, does not wait for them. Out too early, a fish keeps its place. A fryer that is scrubbed
/// when the fish should go in: it goes in before, and is said to wait.
#[test]
fn what_moves_is_said() {
    let cook = Cook::new();
    let asked = request(vec![
        fish("haddock", "haddock", "fillet", 21.0, "deep_fry", 2),
        side("chips", "chips", 4),
    ]);
    let before = cook.line_up(&asked).unwrap();
    let fryer = view(&before, "haddock").vessel.clone().unwrap();
    let fish_out_s = view(&before, "haddock").out_s.unwrap();
    let now_s = fish_out_s - 20.0;
    let (why, until_s) = ("is not hot yet".to_owned(), 120.0);
    let busy = Busy { station: fryer, from_s: None, until_s, why };
    let next = change(&asked, &before, Some(now_s), &[Change::Busy { busy }]).unwrap();
    let after = cook.line_up(&next).unwrap();
    let late_s = view(&after, "chips").served_s.unwrap();
    assert!(late_s > 120.0, "{late_s}");
    let said = &after.moved.as_ref().unwrap().line;
    let chips = format!("6 l fryer is not hot yet: twice-cooked chips {} later.", clock(late_s));
    assert_eq!(*said, chips);
    assert_eq!(
        view(&after, "haddock").served_s,
        Some(0.0),
        "it does not wait for the chips: {said}"
    );
    // A minute and a half before its time, as its cook at the stove says.
    let begun = view(&before, "haddock").starts.iter().find(|s| s.key.starts_with(HEAT)).unwrap();
    let at_stove = AtStove {
        cook: 1,
        start_s: begun.start_s,
        turn_s: None,
        out_s: fish_out_s - begun.start_s - 90.0,
    };
    let early = Change::AtStove { dish: "haddock".into(), at_stove };
    let next = change(&asked, &before, Some(now_s), &[early]).unwrap();
    let after = cook.line_up(&next).unwrap();
    let haddock = view(&after, "haddock");
    assert_eq!((haddock.out_s, haddock.served_s), (Some((fish_out_s - 90.0).round()), Some(0.0)));
    let said = &after.moved.as_ref().unwrap().line;
    assert!(said.starts_with("Haddock comes out 1:30 earlier: "), "{said}");
    // Twenty minutes before it is eaten there is time to fry it before the fryer is scrubbed.
    let asked = request(vec![fish("haddock", "haddock", "fillet", 21.0, "deep_fry", 2)]);
    let before = cook.line_up(&asked).unwrap();
    let out_s = view(&before, "haddock").out_s.unwrap();
    let busy = Busy {
        station: view(&before, "haddock").vessel.clone().unwrap(),
        from_s: Some(out_s - 60.0),
        until_s: 60.0,
        why: "is scrubbed".into(),
    };
    let next = change(&asked, &before, Some(-1200.0), &[Change::Busy { busy }]).unwrap();
    let after = cook.line_up(&next).unwrap();
    let waits_s = out_s - view(&after, "haddock").out_s.unwrap();
    assert!(waits_s >= 60.0, "{waits_s}");
    let waits =
        format!("6 l fryer is scrubbed: haddock {} longer on a rack, still crisp.", clock(waits_s));
    let takes_back = Some("6 l fryer is scrubbed".to_owned());
    assert_eq!(after.moved, Some(Moved { at_s: -1200.0, line: waits, takes_back }));
}

/// The moment has come and the pan is not hot yet: told so, the fish has not begun, and waits for the pan; told only
/// that something else changed, it counts as in.
#[test]
fn what_should_have_begun_can_be_told_not_to_have() {
    let cook = Cook::new();
    let asked =
        request(vec![fish("hake", "hake", "loin", 28.0, "sear", 2), side("rice", "rice", 2)]);
    let before = cook.line_up(&asked).unwrap();
    let hake = view(&before, "hake");
    let heat = hake.starts.iter().find(|s| s.key.starts_with(HEAT)).unwrap();
    let now_s = heat.start_s + 5.0;
    let busy = Busy {
        station: hake.vessel.clone().unwrap(),
        from_s: None,
        until_s: now_s + 60.0,
        why: "is not hot yet".into(),
    };
    let changes =
        [Change::Free { dish: "hake".into(), key: heat.key.clone() }, Change::Busy { busy }];
    let began_s = |changes: &[Change]| {
        let next = change(&asked, &before, Some(now_s), changes).unwrap();
        let after = cook.line_up(&next).unwrap();
        let starts = &view(&after, "hake").starts;
        let began_s = starts.iter().find(|s| s.key == heat.key).unwrap().start_s;
        (began_s, after.moved.unwrap().line)
    };
    let (waits_s, said) = began_s(&changes);
    // The pan is heated behind it, and it comes out as much later.
    assert!(waits_s >= now_s + 60.0, "{waits_s} after {now_s}");
    assert!(said.contains("is not hot yet: hake "), "{said}");
    let (stays_s, _) = began_s(&changes[1..]);
    assert!((stays_s - heat.start_s).abs() < 0.1, "{stays_s}");
}

/// The first of two in one pan is in, before anybody told that the second is prepared: both keep their places.
#[test]
fn what_shares_a_pan_was_prepared_when_the_first_goes_in() {
    let cook = Cook::new();
    let first = Dish { prepared: false, ..fish("first", "hake", "loin", 28.0, "sear", 2) };
    let later = Dish {
        prepared: false,
        with: Some("first".into()),
        serve_s: 360.0,
        ..fish("later", "hake", "loin", 28.0, "sear", 1)
    };
    let asked = request(vec![first, later]);
    let before = cook.line_up(&asked).unwrap();
    let starts = &view(&before, "first").starts;
    assert!(starts.iter().any(|s| s.key.starts_with("prep:later:")), "{starts:?}");
    let heat = starts.iter().find(|s| s.key.starts_with(HEAT)).unwrap();
    // A minute before its time, with nothing of the preparation told.
    let now_s = heat.start_s - 60.0;
    let out_s = view(&before, "first").out_s.unwrap() - heat.start_s;
    let at_stove = AtStove { cook: 1, start_s: now_s, turn_s: None, out_s };
    let goes_in = Change::AtStove { dish: "first".into(), at_stove };
    let next = change(&asked, &before, Some(now_s), &[goes_in]).unwrap();
    let after = cook.line_up(&next).unwrap();
    assert_eq!(after.clashes.len(), 0, "{:?}", after.clashes);
    for (dish, serve_s) in [("first", 0.0), ("later", 360.0)] {
        assert_eq!(view(&after, dish).served_s, Some(serve_s), "{dish}");
    }
}

/// In the heat a dish keeps its pan and its plan. Freed, or on another day, it is what was asked for.
#[test]
fn what_was_asked_outlives_the_pan_that_it_went_into() {
    let cook = Cook::new();
    let hake = Dish { prepared: false, ..fish("hake", "hake", "loin", 28.0, "sear", 2) };
    let asked = request(vec![hake.clone(), side("rice", "rice", 2)]);
    let before = cook.line_up(&asked).unwrap();
    let seen = view(&before, "hake");
    let heat = seen.starts.iter().find(|s| s.key.starts_with(HEAT)).unwrap();
    let now_s = heat.start_s - 60.0;
    let at_stove = AtStove { cook: 1, start_s: now_s, turn_s: None, out_s: 400.0 };
    let goes_in = Change::AtStove { dish: "hake".into(), at_stove };
    let under_way = change(&asked, &before, Some(now_s), &[goes_in]).unwrap();
    let dish = &under_way.dishes[0];
    assert_eq!((&dish.vessel, &dish.request), (&seen.vessel, &seen.request));
    assert!(dish.vessel.is_some() && dish.prepared);
    assert_eq!(dish.clone().afresh(), hake);
    let line_up = cook.line_up(&under_way).unwrap();
    let frees = Change::Free { dish: "hake".into(), key: heat.key.clone() };
    let freed = change(&under_way, &line_up, Some(now_s), &[frees]).unwrap();
    assert_eq!((&freed.dishes[0].vessel, &freed.dishes[0].request), (&None, &hake.request));
    assert!(freed.dishes[0].prepared, "what was prepared is not prepared again");
}

/// In the middle of a service comes what wants the oven, which is cold, and a pan that nobody has heated: both are
/// heated from now on and not before; a pan that was to be hot by then is, though it would not be any more.
#[test]
fn nothing_was_heated_before_it_was_asked_for() {
    let cook = Cook::new();
    let asked = request(vec![fish("hake", "hake", "loin", 28.0, "sear", 2)]);
    let line_up = cook.line_up(&asked).unwrap();
    let into_s = start_of(&line_up, "hake", "In, and press");
    let heats_s = start_of(&line_up, "hake", "Heat ");
    let now_s = into_s - 30.0;
    assert!(heats_s < now_s - 60.0, "{heats_s} {into_s}");
    let add = |id: &str, method: &str, vessel: Option<String>| {
        let dish = fish(id, "arctic_char", "fillet", 21.0, method, 1);
        let (name, serve_s) = (Some(id.into()), now_s + 60.0);
        Change::Add { dish: Box::new(Dish { name, serve_s, vessel, ..dish }) }
    };
    let pan = Some("cast_iron_26".into());
    let comes = [add("in the oven", "roast", None), add("in a pan", "sear", pan)];
    let service = change(&asked, &line_up, Some(now_s), &comes).unwrap();
    let service = cook.line_up(&service).unwrap();
    assert_eq!(view(&service, "hake").starts, view(&line_up, "hake").starts, "its pan is hot");
    let pan_s = start_of(&service, "in a pan", "Heat ");
    assert!((now_s..now_s + 120.0).contains(&pan_s), "{pan_s} at {now_s}");
    let on = service.steps.iter().find(|step| step.title.starts_with("Switch on")).unwrap();
    assert!((now_s - 3.0..now_s + 60.0).contains(&on.start_s), "{on:#?} at {now_s}");
    let heated_s = start_of(&service, "in the oven", "In") - on.start_s;
    assert!((300.0..1800.0).contains(&heated_s), "{heated_s}");
}

/// Line-ups as they come, before the service and in it: nobody is in two places, no fish stands without end, and
/// solved again in the middle of it everything stays where it is.
#[test]
fn whatever_is_lined_up_holds_together() {
    const FISH: [(&str, &str, f64, &str); 7] = [
        ("cod", "loin", 27.0, "sear"),
        ("hake", "loin", 28.0, "sear"),
        ("plaice", "fillet", 10.0, "saute"),
        ("haddock", "fillet", 21.0, "deep_fry"),
        ("arctic_char", "fillet", 21.0, "roast"),
        ("sea_bream", "whole_round", 34.0, "roast"),
        ("salmon", "fillet", 25.0, "poach"),
    ];
    const SIDES: [&str; 6] = ["chips", "peas", "spinach", "rice", "quick_pickle", "butter_sauce"];
    let cook = Cook::new();
    let mut rng = StdRng::seed_from_u64(7);
    for _ in 0..24 {
        let mut dishes = Vec::new();
        for i in 0..rng.random_range(2..7) {
            let id = format!("d{i}");
            let mut dish = if rng.random_bool(0.7) {
                let (species, cut, mm, method) = FISH[rng.random_range(0..FISH.len())];
                let mut dish = fish(&id, species, cut, mm, method, rng.random_range(1..4));
                let is_crowded = method == "sear" && rng.random_bool(0.7);
                dish.vessel = is_crowded.then(|| "clad_28".into());
                dish
            } else {
                side(&id, SIDES[rng.random_range(0..SIDES.len())], rng.random_range(1..6))
            };
            dish.prepared = rng.random_bool(0.5);
            dish.serve_s = 300.0 * f64::from(rng.random_range(0..4));
            let mut mate = dish.clone();
            dishes.push(dish);
            if let Some(plan) = mate.request.as_mut().filter(|_| rng.random_bool(0.3)) {
                plan.piece.thickness_mm *= rng.random_range(0.7..1.0);
                plan.piece.length_mm = Some(180.0);
                mate.with = Some(std::mem::replace(&mut mate.id, format!("with d{i}")));
                mate.vessel = None;
                mate.serve_s += 120.0 * f64::from(rng.random_range(-1..2));
                dishes.push(mate);
            }
        }
        let hands = Some(rng.random_range(1..4));
        let asked = LineUpRequest { hands, ..request(dishes) };
        let line_up = cook.line_up(&asked).unwrap();
        nobody_is_in_two_places(&line_up);
        let is_fish = |d: &&DishView| d.request.is_some();
        for dish in line_up.dishes.iter().filter(is_fish) {
            assert!(dish.stands_s.unwrap() < 1260.0, "{dish:#?}");
        }
        let last_s = asked.dishes.iter().map(|d| d.serve_s).fold(0.0, f64::max);
        let share = rng.random_range(0.2..0.9);
        let now_s = (line_up.begins_s + share * (last_s - line_up.begins_s)).round();
        let service = change(&asked, &line_up, Some(now_s), &[]).unwrap();
        let service = cook.line_up(&service).unwrap();
        nobody_is_in_two_places(&service);
        for (was, is) in line_up.dishes.iter().zip(&service.dishes) {
            assert!(is.served_s.is_some(), "{is:#?}");
            // Nothing was told: what has begun stays, and so does what has not.
            assert_eq!(was.starts, is.starts, "at {now_s}");
        }
    }
}
