//! A side as a chain: its steps with amounts, and batches of what is fried by what the oil stands.

use cindo_heat::bounded::Bounded;
use cindo_heat::constants::ROOM_C;
use cindo_heat::water::latent_heat_j_kg;

use super::chain::{HEAT, Hold, Link, Made, Move, PREP, StepKind, Way, at_bench, burner, plate};
use super::station::{BURNERS_AT, HANDS_AT, Need, Stations};
use crate::catalogue::{Gear, Liquid, Place, Side, SideStep};

/// What a burner gets into a pot of water, W (common practice: a litre boils in five to six minutes).
const BURNER_W: f64 = 1100.0;
/// Water, J/(g K), from the tap to the boil, K.
const WATER_J_GK: f64 = 4.18;
const TAP_K: f64 = 85.0;
/// Share of a simmered and dried potato's weight that leaves as steam in hot oil (common practice: chips lose
/// about a quarter).
const STEAMS_OFF: f64 = 0.25;
/// Specific heat of potato, J/(g K), and what it warms by in oil, K.
const POTATO_J_GK: f64 = 3.4;
const FRIED_K: f64 = 80.0;
/// Oil may fall by so much with a batch, K (common practice).
const FALL_K: f64 = 25.0;
/// Time in which a batch takes most of its heat, s.
const DRAW_S: f64 = 90.0;
/// A basket's share of the pot's volume by weight of chips, g/l.
const BASKET_G_L: f64 = 110.0;
/// Oil fills this share of a fryer (common practice: a third before the food).
const OIL_SHARE: f64 = 1.0 / 3.0;
/// Hands between batches, s.
const SKIM_S: f64 = 15.0;

/// What a fryer makes of a load.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Batches {
    /// How many.
    pub(super) count: u32,
    /// From a batch's end until the oil is back, s.
    pub(super) back_s: f64,
}

/// Batches of a load and the oil's return, from the fryer's heat: what a batch takes while it boils off its
/// water, against what the element gives.
pub(super) fn batches(gear: &Gear, load_g: f64, oil_c: f64, batch_s: f64) -> Batches {
    let oil_l = OIL_SHARE * gear.volume_l();
    let capacity_j_k = gear.capacity_j_k().unwrap_or(0.0) + oil_l * Liquid::Oil.capacity_j_kl();
    let spare_w = (gear.power_w - gear.loss_w_k * (oil_c - ROOM_C)).max(100.0);
    let heat_j_g = POTATO_J_GK * FRIED_K + STEAMS_OFF * latent_heat_j_kg(100.0) / 1000.0;
    // All its heat within the draw, less what the element gives meanwhile, may cool the oil by so much.
    let largest_g = (FALL_K * capacity_j_k + spare_w * DRAW_S) / heat_j_g;
    let largest_g = largest_g.min(BASKET_G_L * oil_l).max(50.0);
    #[expect(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "a few")]
    let count = (load_g / largest_g).ceil().bounded(1.0, 30.0) as u32;
    let batch_j = heat_j_g * load_g / f64::from(count);
    let owed_j = (batch_j - spare_w * batch_s).max(0.0);
    Batches { count, back_s: SKIM_S.max(owed_j / spare_w) }
}

/// The chain of a side.
pub(super) fn side(
    side: &Side,
    (name, servings, prepared): (&str, u32, bool),
    stations: &mut Stations,
    fryer: Option<&Gear>,
) -> Option<Made> {
    let hold = Hold {
        holds_s: side.holds_s,
        most_s: side.holds_s,
        held: side.held.clone(),
        waiting: side.waiting.clone(),
        is_crisp: false,
    };
    let mut links = Vec::new();
    let mut notes = Vec::new();
    for step in &side.steps {
        if prepared && step.on.is_bench() {
            continue;
        }
        if step.on == Place::Fryer {
            fry(step, servings, (stations, fryer?), (&hold, &mut links, &mut notes));
        } else {
            links.push(link(step, servings, stations, &hold));
        }
    }
    if let Some(last) = links.last_mut() {
        last.most_s = hold.holds_s.min(last.most_s.max(60.0));
        last.wait_cost = hold.cost();
    }
    links.push(plate(servings, name, &hold));
    let vessel = links.iter().flat_map(|l| &l.needs).map(|n| n.station).next_back();
    let way = Way {
        links,
        cost: 0,
        request: None,
        vessel,
        setting_c: None,
        outs: Vec::new(),
        hold,
        harm: 0.0,
    };
    Some(Made {
        name: name.to_owned(),
        ways: vec![way],
        ahead: Vec::new(),
        servings,
        notes,
        cautions: side.cautions.clone(),
    })
}

/// How long a step takes by itself, s.
fn alone_s(step: &SideStep, servings: u32) -> f64 {
    let servings = f64::from(servings);
    let heat_j = step.heats_g * servings * WATER_J_GK * TAP_K
        + step.boils_off_g * servings * latent_heat_j_kg(100.0) / 1000.0;
    step.wait_s + heat_j / BURNER_W
}

fn link(step: &SideStep, servings: u32, stations: &mut Stations, hold: &Hold) -> Link {
    let hands_s = step.hands_s + step.per_serving_s * f64::from(servings);
    let alone_s = alone_s(step, servings);
    let length_s = hands_s + alone_s + step.end_s;
    let on_burner = step.on == Place::Burner;
    let bench = stations.bench(step.on);
    let station = if on_burner { BURNERS_AT } else { bench.unwrap_or(HANDS_AT) };
    let one =
        |kind, at_s: f64, hands_s: f64, duration_s: f64, title: &str, detail: &str, cue: &str| {
            Move {
                kind,
                at_s,
                duration_s,
                hands_s,
                look_s: 0.0,
                station,
                dish: None,
                title: title.to_owned(),
                detail: detail.to_owned(),
                cue: cue.to_owned(),
            }
        };
    let kind = if on_burner { StepKind::Heat } else { StepKind::Prepare };
    let mut moves = vec![one(kind, 0.0, hands_s, length_s, &step.title, &step.detail, &step.cue)];
    if step.end_s > 0.0 {
        let title = format!("{}: done?", step.title);
        moves.push(one(kind, length_s - step.end_s, step.end_s, step.end_s, &title, "", &step.cue));
    }
    // What passes on the board or off the heat keeps nothing busy.
    let waits_off = if on_burner || step.end_s > 0.0 { 0.0 } else { alone_s };
    let busy_s = length_s - waits_off;
    let needs = if on_burner { vec![burner(0.0, length_s)] } else { at_bench(bench, busy_s) };
    Link {
        key: if on_burner { format!("{HEAT}{}", step.id) } else { format!("{PREP}{}", step.id) },
        length_s: busy_s,
        needs,
        moves,
        least_s: waits_off,
        most_s: waits_off + step.keeps_s,
        wait_cost: if step.keeps_s < 3600.0 { hold.cost().min(4) } else { 0 },
    }
}

/// Batches, one after the other, with the oil's return between.
fn fry(
    step: &SideStep,
    servings: u32,
    (stations, gear): (&mut Stations, &Gear),
    (hold, links, notes): (&Hold, &mut Vec<Link>, &mut Vec<String>),
) {
    let station = stations.place(gear);
    let oil_c = step.oil_c.unwrap_or(180.0);
    let batch_s = step.hands_s + step.wait_s + step.end_s;
    let load_g = step.fries_g * f64::from(servings);
    let Batches { count, back_s } = batches(gear, load_g, oil_c, batch_s);
    if count > 1 {
        notes.push(format!(
            "{} batches of about {:.0}\u{a0}g: more would cool the oil too far.",
            crate::say::capital(&crate::say::number(count)),
            load_g / f64::from(count)
        ));
    }
    for batch in 1..=count {
        let which = if count > 1 { format!(", batch {batch} of {count}") } else { String::new() };
        let one = |at_s: f64, hands_s: f64, duration_s: f64, title: String, detail: &str| Move {
            kind: StepKind::Heat,
            at_s,
            duration_s,
            hands_s,
            look_s: 0.0,
            station,
            dish: None,
            title,
            detail: detail.to_owned(),
            cue: step.cue.clone(),
        };
        let out = batch_s - step.end_s;
        links.push(Link {
            key: format!("{HEAT}{}_{batch}", step.id),
            length_s: batch_s,
            needs: vec![Need {
                station,
                from_s: 0.0,
                to_s: batch_s + back_s,
                setting_c: Some(oil_c),
            }],
            moves: vec![
                one(0.0, step.hands_s, batch_s, format!("{}{which}", step.title), &step.detail),
                one(out, step.end_s, step.end_s, format!("Lift them out{which}"), ""),
            ],
            least_s: if batch < count { back_s } else { 0.0 },
            most_s: if batch < count { back_s + 120.0 } else { hold.holds_s },
            // What is out waits for what follows.
            wait_cost: hold.cost() * i64::from(batch) / i64::from(count).max(1),
        });
    }
}
