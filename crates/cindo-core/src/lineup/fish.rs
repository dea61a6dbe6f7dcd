//! A fish as chains: what comes before the heat, the heat as its plan has it, the rest, the plate; one for each
//! piece of gear or heat that it can be made with, and one for several that share a vessel.

use std::sync::Arc;

use cindo_heat::bounded::Bounded;
use cindo_heat::constants::ROOM_C;

use super::chain::{
    HEAT, Hold, LONGEST_WAIT_S, Link, Made, Move, Out, PREP, StepKind, Way, at_bench, burner,
    one_after_another, plate, plating_s,
};
use super::request::{Dish, LineUpRequest};
use super::station::{HANDS_AT, Need, Stations, the};
use super::vessel::{Around, GoesIn, around, heated_up, is_turn};
use super::{Kitchen, Solve, warm};
use crate::catalogue::GearKind;
use crate::cook::standing;
use crate::error::{FieldError, within};
use crate::kitchen::Known;
use crate::plan::{PlanAnswer, Planned};
use crate::prep::{PrepRequest, PrepStep, prepare_with};
use crate::say::{clock, listed};
use crate::setup::{PlanRequest, Resolved, resolve};
use crate::timeline::Programme;

/// Gear of one kind that is tried, and heats that an oven is tried at.
const MOST_VESSELS: usize = 3;
/// Hands of putting in, turning and taking out: for the pan and for each piece, s (common practice).
const IN_S: (f64, f64) = (6.0, 6.0);
const TURN_S: (f64, f64) = (5.0, 5.0);
const OUT_S: (f64, f64) = (6.0, 5.0);
pub(super) const OTHER_S: f64 = 5.0;
const LONGEST_HANDS_S: f64 = 60.0;
/// A step of a plan that asks for nothing but patience.
const LEAVE: [&str; 2] = ["sear_first", "sear_skin"];
/// A hand is there before it comes out, to look: so many spreads of the right moment, within limits, s.
const LOOK_SPREADS: f64 = 0.5;
const LOOK_S: (f64, f64) = (10.0, 30.0);
/// A pan is not heated for longer, s.
const LONGEST_PREHEAT_S: f64 = 300.0;
/// What is done earlier before the heat than this is listed and not scheduled, s.
const AHEAD_S: f64 = 9000.0;
/// Cost of a tick of that, so that they are done late rather than early.
const LIES_COST: i64 = 1;
/// Past its rest a fish that is not crisp is clearly worse after this, s (common practice: nobody waits seven
/// minutes for a portion); it is not kept waiting for more than twice as long.
const TABLE_HOLD_S: f64 = 240.0;
/// The least that a fish stands before it is worse, s.
const LEAST_HOLD_S: f64 = 60.0;
/// Cost of a heat that suits less: of the whole flesh drier, less even, and of losing the whole weight.
const DRIER: f64 = 6000.0;
const LESS_EVEN: f64 = 1500.0;
const JUICE: f64 = 6000.0;
/// And of what a cook would find wrong with it.
const TROUBLE: f64 = 400.0;

/// A fish with what it is planned with in this line-up.
#[derive(Debug, Clone)]
pub(super) struct Fish<'r> {
    pub(super) place: usize,
    pub(super) dish: &'r Dish,
    pub(super) request: PlanRequest,
}

impl<'r> Fish<'r> {
    /// A dish's plan with the gear and the kitchen of the line-up.
    pub(super) fn of(asked: &LineUpRequest, place: usize, dish: &'r Dish) -> Option<Self> {
        let mut request = dish.request.clone()?;
        request.kitchen = request.kitchen.or_else(|| asked.kitchen.clone());
        request.gear = request.gear.or_else(|| asked.gear.clone());
        request.brief = None;
        if let Some(servings) = dish.servings {
            request.piece.count = Some(servings);
        }
        Some(Self { place, dish, request })
    }

    fn field(&self) -> String {
        format!("dishes.{}.request", self.place)
    }

    pub(super) fn named(&self, errors: Vec<FieldError>) -> Vec<FieldError> {
        within(&self.field(), errors)
    }

    pub(super) fn servings(&self) -> u32 {
        self.request.piece.count.unwrap_or(1)
    }

    /// What it is called.
    pub(super) fn name(&self, kitchen: &Kitchen<'_>) -> String {
        let piece = &self.request.piece;
        let catalogue = kitchen.bench.catalogue;
        let species = catalogue.species(&piece.species).map_or("", |s| s.name.as_str());
        self.dish.name.clone().unwrap_or_else(|| species.to_lowercase())
    }

    /// The same by another plan.
    pub(super) fn by(&self, request: &PlanRequest) -> Self {
        Self { request: request.clone(), ..self.clone() }
    }

    /// The same with this gear before any other of its kind.
    fn in_vessel(&self, kitchen: &Kitchen<'_>, id: &str) -> Self {
        let others = kitchen.at_hand.iter().map(|known| &known.gear.id);
        let others = others.filter(|other| *other != id).cloned();
        let gear = std::iter::once(id.to_owned()).chain(others).collect();
        let request = PlanRequest { gear: Some(gear), vessel: None, ..self.request.clone() };
        Self { request, ..self.clone() }
    }

    /// Ids of gear to try, the usual one first.
    fn vessels(&self, kitchen: &Kitchen<'_>) -> Result<Vec<String>, Vec<FieldError>> {
        let resolved = resolve(kitchen.bench, &self.request).map_err(|e| self.named(e))?;
        let Some(usual) = resolved.setup.vessel() else { return Ok(Vec::new()) };
        let Some(kind) = resolved.setup.method.needs.first() else { return Ok(Vec::new()) };
        let own = kitchen.asked.kitchen.as_ref().map_or(&[][..], |k| &k.gear);
        let is_own = |known: &&Arc<Known>| own.iter().any(|gear| gear.id == known.gear.id);
        let same = kitchen.at_hand.iter().filter(|k| k.gear.kinds.contains(kind)).filter(is_own);
        let others = same.map(|known| &known.gear.id).filter(|id| **id != usual.id);
        let ids = std::iter::once(&usual.id).chain(others);
        Ok(ids.take(MOST_VESSELS).cloned().collect())
    }

    /// The oven that it is cooked in from the start, and its heat, °C.
    pub(super) fn oven_c(&self, kitchen: &Kitchen<'_>) -> Option<f64> {
        let resolved = resolve(kitchen.bench, &self.request).ok()?;
        let setup = &resolved.setup;
        (setup.method.needs.first() == Some(&GearKind::Oven)).then(|| setup.said_c())
    }
}

/// A fish, with those that share its vessel and what joins it.
#[derive(Debug, Clone)]
pub(super) struct Shared<'r> {
    pub(super) host: Fish<'r>,
    pub(super) mates: Vec<Fish<'r>>,
    /// Sides that join it: place, dish.
    pub(super) joiners: Vec<(usize, &'r Dish)>,
    /// Id of the gear that it cooks in and no other.
    pub(super) vessel: Option<String>,
}

/// One way to make a fish, with what is said of it once.
pub(super) struct Chained {
    pub(super) way: Way,
    /// What was changed to make it fit, in sentences.
    notes: Vec<String>,
    /// What has to be done long before.
    ahead: Vec<Move>,
}

/// One of those that share a vessel, planned.
pub(super) struct Part<'r> {
    pub(super) fish: Fish<'r>,
    pub(super) plan: Arc<Planned>,
    /// Out of the heat, s after it went in.
    pub(super) pull_s: f64,
    /// Turned once, s after it went in: where that moves with what else is in its heat.
    pub(super) turn_s: Option<f64>,
    /// It goes in so long after the first one, s.
    pub(super) offset_s: f64,
    /// Why it stands longer than the others.
    pub(super) note: Option<String>,
}

impl Part<'_> {
    fn out(&self, is_last: bool) -> Out {
        let chips = &self.plan.answer.safety.chips;
        let request = self.fish.request.clone();
        // As planned, whatever it came to at the stove.
        let request = match &self.fish.dish.request {
            Some(asked) => PlanRequest { turn_s: asked.turn_s, out_s: asked.out_s, ..request },
            None => request,
        };
        Out {
            place: self.fish.place,
            in_s: self.offset_s,
            at_s: self.offset_s + self.pull_s,
            rest_s: self.plan.answer.rest_s,
            is_last,
            note: self.note.clone(),
            request,
            cautions: chips.iter().map(|chip| chip.name.clone()).collect(),
        }
    }

    /// A hand is there to look so long before it comes out, s: longer where the right moment is less certain.
    fn look_s(&self) -> f64 {
        (LOOK_SPREADS * self.plan.answer.spread_s).bounded(LOOK_S.0, LOOK_S.1)
    }
}

impl<'r> Shared<'r> {
    /// Whether anything else is in its vessel.
    pub(super) fn is_of_several(&self) -> bool {
        !self.mates.is_empty() || !self.joiners.is_empty()
    }

    /// The chains that it can be made by: in each vessel, and in an oven at each of some heats.
    ///
    /// # Errors
    /// What is wrong with its plan, named as fields of the line-up.
    pub(super) fn make(
        &self,
        kitchen: &Kitchen<'_>,
        stations: &mut Stations,
        heats_c: &[f64],
        solve: &mut Solve<'_>,
    ) -> Result<Made, Vec<FieldError>> {
        let mut ways = Vec::new();
        let mut told = None;
        let mut best_of: Option<f64> = None;
        let vessels = match &self.vessel {
            Some(id) => vec![id.clone()],
            None => self.host.vessels(kitchen)?,
        };
        for (tried, vessel) in vessels.iter().enumerate() {
            let heats = std::iter::once(None).chain(heats_c.iter().copied().map(Some));
            for heat_c in heats {
                let mut host = self.host.in_vessel(kitchen, vessel);
                host.request.medium_c = heat_c.or(host.request.medium_c);
                let made = self.way(kitchen, stations, &host, solve);
                match made {
                    Ok(Chained { mut way, notes, ahead }) => {
                        let base = *best_of.get_or_insert(way.harm);
                        #[expect(clippy::cast_possible_truncation, reason = "thousands")]
                        let cost = (way.harm - base).max(0.0).round() as i64;
                        way.cost = cost;
                        told.get_or_insert((notes, ahead));
                        ways.push(way);
                    }
                    // What cannot be done another way is left out; as asked it has to be.
                    Err(errors) if tried == 0 && heat_c.is_none() => return Err(errors),
                    Err(_) => {}
                }
            }
        }
        let Some((notes, ahead)) = told else { return Err(Vec::new()) };
        let names = std::iter::once(&self.host).chain(&self.mates).map(|f| f.name(kitchen));
        let mut names: Vec<String> = names.collect();
        names.dedup();
        Ok(Made {
            name: listed(names.iter().map(String::as_str)),
            ways,
            ahead,
            servings: self.host.servings(),
            notes,
            cautions: Vec::new(),
        })
    }

    /// One chain.
    pub(super) fn way(
        &self,
        kitchen: &Kitchen<'_>,
        stations: &mut Stations,
        host: &Fish<'r>,
        solve: &mut Solve<'_>,
    ) -> Result<Chained, Vec<FieldError>> {
        let mut parts = self.parts(host, solve)?;
        let joined = self.share(kitchen, &mut parts, solve)?;
        let resolved = resolve(kitchen.bench, &parts[0].fish.request).map_err(|e| host.named(e))?;
        let last = latest(&parts);
        let part = &parts[last];
        let last_plates = last_plates(&parts, last);
        let servings = last_plates.iter().map(|place| parts[*place].fish.servings()).sum();
        let answer = &part.plan.answer;
        let standing = standing(kitchen.bench, &part.fish.request, &part.plan)
            .map_err(|e| part.fish.named(e))?;
        let good_s = standing
            .crisp_until_s
            .map_or(standing.warm_until_s, |crisp_s| crisp_s.min(standing.warm_until_s));
        let good_s = (good_s - answer.rest_s).max(LEAST_HOLD_S);
        let is_crisp = standing.crisp_until_s.is_some_and(|crisp_s| crisp_s > 0.0);
        let hold = Hold {
            holds_s: if is_crisp { good_s } else { good_s.min(TABLE_HOLD_S) },
            most_s: if is_crisp { good_s } else { good_s.min(2.0 * TABLE_HOLD_S) },
            held: held_on(kitchen, &answer.rest_on),
            waiting: if standing.crisp_until_s.is_some_and(|s| s < standing.warm_until_s) {
                "it goes soft".to_owned()
            } else {
                "it cools and dries".to_owned()
            },
            is_crisp,
        };
        let mut links = Vec::new();
        let mut ahead = Vec::new();
        for part in &parts {
            let (some, early) = before(kitchen, stations, &part.fish, solve)?;
            links.extend(some);
            ahead.extend(early);
        }
        for (place, dish) in &self.joiners {
            links.extend(bench(kitchen, stations, *place, dish));
        }
        let heat = heat(kitchen, stations, (&resolved, &parts, &joined));
        let batches = batches(&parts[0].plan.answer, host.servings());
        let mut notes = Vec::new();
        if batches > 1 {
            notes.push(format!(
                "{} batches: {} at a time.",
                crate::say::capital(&crate::say::number(batches)),
                crate::say::number(host.servings().div_ceil(batches)),
            ));
        }
        let tail_s = heat.needs.iter().map(|n| n.to_s - heat.length_s).fold(0.0, f64::max);
        // Whoever takes one batch out puts the next one in.
        let tail_s = tail_s.max(heat.hand_after_s());
        for batch in 1..=batches {
            let mut link = heat.clone();
            link.key = format!("{HEAT}{batch}");
            if batch > 1 {
                // The pan is hot already.
                link.moves.retain(|m| m.kind != StepKind::Preheat);
                link.needs.iter_mut().for_each(|need| need.from_s = need.from_s.max(0.0));
            }
            let is_last = batch == batches;
            let rest_s = if is_last { answer.rest_s } else { tail_s };
            // Nobody plates while the last of it is taken out.
            let taken_s = link.hand_after_s();
            link.least_s =
                if is_last { (rest_s - plating_s(servings)).max(taken_s) } else { tail_s };
            link.most_s = link.least_s + if is_last { hold.most_s } else { 60.0 };
            link.wait_cost = hold.cost() * i64::from(batch) / i64::from(batches);
            if batches > 1 {
                for one in &mut link.moves {
                    one.title = format!("{}, batch {batch} of {batches}", one.title);
                }
            }
            links.push(link);
        }
        if let Some(last) = links.last_mut()
            && let Some(wait) = warm::wait(kitchen, stations, &parts, last)
        {
            // From there it stands as any fish does.
            links.push(Link { most_s: TABLE_HOLD_S, wait_cost: hold.cost(), ..wait });
        }
        let mut names: Vec<String> =
            last_plates.iter().map(|place| parts[*place].fish.name(kitchen)).collect();
        names.dedup();
        links.push(plate(servings, &names.join(" and "), &hold));
        if let Some(plate) = links.last_mut() {
            plate.moves.iter_mut().for_each(|m| m.dish = Some(part.fish.place));
        }
        let vessel = resolved.setup.gear().find(|g| g.control.is_some()).map(|g| stations.place(g));
        let way = Way {
            links,
            cost: 0,
            request: Some(host.request.clone()),
            vessel,
            setting_c: Some(parts[0].plan.answer.medium_c),
            outs: parts
                .iter()
                .enumerate()
                .map(|(place, part)| part.out(last_plates.contains(&place)))
                .collect(),
            hold,
            harm: parts.iter().map(|p| harm(&p.plan.answer)).sum(),
        };
        Ok(Chained { way, notes, ahead })
    }

    /// Everybody's plan, on the host's heat.
    fn parts(
        &self,
        host: &Fish<'r>,
        solve: &mut Solve<'_>,
    ) -> Result<Vec<Part<'r>>, Vec<FieldError>> {
        let mut parts: Vec<Part<'r>> = Vec::with_capacity(1 + self.mates.len());
        for fish in std::iter::once(host).chain(&self.mates) {
            let mut fish = fish.clone();
            if let Some(first) = parts.first() {
                let of_host: &PlanRequest = &first.fish.request;
                fish.request.gear.clone_from(&of_host.gear);
                fish.request.vessel.clone_from(&of_host.vessel);
                fish.request.medium_c = Some(first.plan.answer.medium_c);
            }
            let mut plan = self.planned(&fish, solve)?;
            let batches = batches(&plan.answer, fish.servings());
            if batches > 1 {
                let mut request = fish.request.clone();
                request.piece.count = Some(fish.servings().div_ceil(batches));
                plan = solve(&request).map_err(|e| fish.named(e))?;
            } else if let Some(at_stove) = &fish.dish.at_stove {
                // What is turned again and again keeps its plan's turns.
                let is_turned_once = plan.answer.turns_s.len() == 1;
                let turn_s = at_stove.turn_s.filter(|_| is_turned_once);
                let (turn_s, out_s) = (turn_s, Some(at_stove.out_s));
                // What cannot be planned so goes on as it was planned.
                let as_lived = fish.by(&PlanRequest { turn_s, out_s, ..fish.request.clone() });
                if let Ok(lived) = self.planned(&as_lived, solve) {
                    fish = as_lived;
                    plan = lived;
                }
            }
            if plan.answer.batch.room_for == 0 {
                let note = plan.answer.batch.notes.first().cloned().unwrap_or_default();
                let error = FieldError { field: "piece.length_mm".to_owned(), message: note };
                return Err(fish.named(vec![error]));
            }
            let pull_s = plan.answer.pull_s;
            parts.push(Part { fish, plan, pull_s, turn_s: None, offset_s: 0.0, note: None });
        }
        Ok(parts)
    }

    /// The plan of one of those that share the vessel.
    pub(super) fn planned(
        &self,
        fish: &Fish<'r>,
        solve: &mut Solve<'_>,
    ) -> Result<Arc<Planned>, Vec<FieldError>> {
        let mut request = fish.request.clone();
        // All that lie in it cool it together.
        let pieces = std::iter::once(&self.host).chain(&self.mates).map(Fish::servings).sum();
        request.piece.count = Some(pieces);
        solve(&request).map_err(|e| fish.named(e))
    }
}

/// The link at the heat.
fn heat(
    kitchen: &Kitchen<'_>,
    stations: &mut Stations,
    (resolved, parts, joined): (&Resolved<'_>, &[Part<'_>], &[GoesIn]),
) -> Link {
    let setup = &resolved.setup;
    let length_s = parts.iter().map(|p| p.offset_s + p.pull_s).fold(0.0, f64::max);
    let answer = &parts[0].plan.answer;
    let vessel = setup.gear().find(|g| g.control.is_some());
    let station = vessel.map_or(HANDS_AT, |gear| stations.place(gear));
    let needs = needs(resolved, stations, &parts[0], length_s);
    let mut moves = Vec::new();
    let before_s = needs.iter().map(|n| -n.from_s).fold(0.0, f64::max);
    if let Some(vessel) = vessel.filter(|_| before_s > 0.0) {
        moves.push(Move {
            kind: StepKind::Preheat,
            at_s: -before_s,
            duration_s: before_s,
            hands_s: OTHER_S,
            look_s: 0.0,
            station,
            dish: None,
            title: format!("Heat {}", the(&vessel.name)),
            detail: answer.setting.look.clone(),
            cue: String::new(),
        });
    }
    let around = around(parts);
    for (part, around) in parts.iter().zip(&around) {
        moves.extend(steps(part, station, around));
        moves.extend(around.up_s.map(|at_s| heated_up(part, station, at_s)));
    }
    for GoesIn { place, at_s, title } in joined {
        moves.push(Move {
            kind: StepKind::Heat,
            at_s: *at_s + parts[0].offset_s,
            duration_s: 0.0,
            hands_s: IN_S.0 + IN_S.1,
            look_s: 0.0,
            station,
            dish: Some(*place),
            title: title.clone(),
            detail: "Cold, it takes heat from the pan: the fish stays in that much longer."
                .to_owned(),
            cue: String::new(),
        });
    }
    // Those that are eaten before the last of them are plated from here.
    let last = latest(parts);
    let last_plates = last_plates(parts, last);
    for (_, part) in parts.iter().enumerate().filter(|(place, _)| !last_plates.contains(place)) {
        let plating_s = plating_s(part.fish.servings());
        moves.push(Move {
            kind: StepKind::Plate,
            at_s: part.offset_s + part.pull_s + (part.plan.answer.rest_s - plating_s).max(0.0),
            duration_s: plating_s,
            hands_s: plating_s,
            look_s: 0.0,
            station: HANDS_AT,
            dish: Some(part.fish.place),
            title: format!("Plate the {}", part.fish.name(kitchen)),
            detail: String::new(),
            cue: String::new(),
        });
    }
    one_after_another(&mut moves);
    Link {
        key: format!("{HEAT}1"),
        // What is plated from here and what waits on the plate counts from the last one's pull.
        length_s: parts[last].offset_s + parts[last].pull_s,
        needs,
        moves,
        least_s: 0.0,
        most_s: 0.0,
        wait_cost: 0,
    }
}

/// Which of those that share a vessel is eaten last.
fn latest(parts: &[Part<'_>]) -> usize {
    let by = |(_, a): &(usize, &Part<'_>), (_, b): &(usize, &Part<'_>)| {
        a.fish.dish.serve_s.total_cmp(&b.fish.dish.serve_s)
    };
    // Of those eaten together the host.
    parts.iter().enumerate().rev().max_by(by).map_or(0, |(place, _)| place)
}

/// Which of them are plated with the one that is eaten last, and that one.
fn last_plates(parts: &[Part<'_>], last: usize) -> Vec<usize> {
    let serve_s = |place: usize| parts[place].fish.dish.serve_s;
    (0..parts.len()).filter(|place| (serve_s(*place) - serve_s(last)).abs() < 1.0).collect()
}

/// How much a plan harms the fish, as cost.
fn harm(answer: &PlanAnswer) -> f64 {
    let quality = &answer.quality;
    let trouble = if answer.trouble.is_some() { TROUBLE } else { 0.0 };
    DRIER * quality.dry_share - LESS_EVEN * quality.even_share
        + JUICE * quality.juice_lost_share
        + trouble
}

/// Batches for so many.
fn batches(answer: &PlanAnswer, servings: u32) -> u32 {
    servings.div_ceil(answer.batch.at_once.min(answer.batch.room_for.max(1)).max(1))
}

fn held_on(kitchen: &Kitchen<'_>, id: &str) -> String {
    let support = kitchen.bench.catalogue.resting.support(id);
    let name = support.map_or_else(|| "a plate".to_owned(), |support| support.name.to_lowercase());
    let lies_on = matches!(id, "plate" | "warm_plate" | "rack");
    format!("{} {name}", if lies_on { "on" } else { "in" })
}

/// What hands are at.
#[derive(Debug, Clone, Copy, Default)]
struct Hands {
    /// Before they take hold they look, s.
    look_s: f64,
    work_s: f64,
}

fn work((once, each): (f64, f64), pieces: u32) -> Hands {
    let work_s = (once + each * f64::from(pieces)).min(LONGEST_HANDS_S);
    Hands { work_s, ..Hands::default() }
}

/// What a plan's steps ask of a cook.
fn steps(part: &Part<'_>, station: usize, around: &Around) -> Vec<Move> {
    let answer = &part.plan.answer;
    // Its plan is for all that lie in its heat.
    let pieces = answer.batch.pieces.min(part.fish.servings());
    let mut moves = Vec::new();
    let mut push = |kind, at_s: f64, duration_s: f64, hands: Hands, words: (&str, &str, &str)| {
        moves.push(Move {
            kind,
            at_s: at_s + part.offset_s,
            duration_s,
            hands_s: hands.look_s + hands.work_s,
            look_s: hands.look_s,
            station: if kind == StepKind::Stand { HANDS_AT } else { station },
            dish: Some(part.fish.place),
            title: words.0.to_owned(),
            detail: words.1.to_owned(),
            cue: words.2.to_owned(),
        });
    };
    let mut out_told = false;
    for step in &answer.steps {
        let words = (step.title.as_str(), step.detail.as_str(), step.cue.as_str());
        if step.start_s < 1.0 {
            push(StepKind::Heat, step.start_s, step.duration_s, work(IN_S, pieces), words);
        } else if step.start_s < answer.pull_s - 1.0 {
            let is_turn = is_turn(answer, step.start_s);
            let is_only = is_turn && answer.turns_s.len() == 1;
            let start_s = part.turn_s.filter(|_| is_only).unwrap_or(step.start_s);
            let Some(words) = around.says(step, answer) else { continue };
            let hands = match step.action.as_str() {
                _ if is_turn => work(TURN_S, pieces),
                // Only what is said of how it lies now.
                action if LEAVE.contains(&action) => Hands::default(),
                _ => Hands { work_s: OTHER_S, ..Hands::default() },
            };
            push(StepKind::Heat, start_s, step.duration_s, hands, words);
        } else if !out_told {
            out_told = true;
            let title = format!("Take it out, {} in", clock(part.pull_s));
            let look_s = part.look_s();
            let hands = Hands { look_s, ..work(OUT_S, pieces) };
            push(StepKind::Heat, part.pull_s - look_s, look_s, hands, (&title, "", ""));
            push(StepKind::Stand, part.pull_s, step.duration_s, Hands::default(), words);
        }
    }
    // Turns that no step tells of, as of what is turned again and again.
    for turn_s in &answer.turns_s {
        if !answer.steps.iter().any(|step| (step.start_s - turn_s).abs() < 1.0) {
            push(StepKind::Heat, *turn_s, 0.0, work(TURN_S, pieces), ("Turn", "", ""));
        }
    }
    moves
}

/// What a fish needs of stations while it is in the heat, from its stages.
fn needs(
    resolved: &Resolved<'_>,
    stations: &mut Stations,
    part: &Part<'_>,
    length_s: f64,
) -> Vec<Need> {
    let setup = &resolved.setup;
    let answer = &part.plan.answer;
    let programme = Programme::of(setup);
    let starts = &part.plan.pulled.schedule.starts_s;
    let mut needs: Vec<Need> = Vec::new();
    for gear in setup.gear().filter(|gear| gear.control.is_some()) {
        let kinds: Vec<usize> = gear.kinds.iter().map(|kind| *kind as usize).collect();
        let of_it = |place: &usize| kinds.contains(&programme.stages[*place].heater.reservoir);
        let stages: Vec<usize> = (0..programme.stages.len().min(starts.len()))
            .filter(of_it)
            .filter(|p| starts[*p] < part.pull_s)
            .collect();
        let is_first = setup.vessel().is_some_and(|v| v.id == gear.id);
        let (Some(from), Some(last)) = (stages.first(), stages.last()) else { continue };
        let is_end = *last + 1 >= starts.len() || starts[last + 1] >= part.pull_s;
        let until_s = if is_end { length_s } else { starts[last + 1] };
        let station = stations.place(gear);
        let oven_like =
            gear.kinds.contains(&GearKind::Oven) || gear.kinds.contains(&GearKind::Fryer);
        let before_s = if gear.on_burner && *from == 0 && setup.method.fill.is_none() {
            answer.batch.preheat_s.min(LONGEST_PREHEAT_S)
        } else {
            0.0
        };
        let from_s = starts[*from] - before_s;
        let heater = &programme.stages[*last].heater;
        let back_s =
            if gear.kinds.contains(&GearKind::Fryer) { back_s(answer, heater) } else { 0.0 };
        // A pan that goes into the oven with the fish stays with it.
        let until_held_s = if is_first { length_s } else { until_s };
        let held_until_s = until_held_s + back_s;
        let setting_c = oven_like.then_some(programme.stages[*from].heater.set_c - setup.runs_k);
        needs.push(Need { station, from_s, to_s: held_until_s, setting_c });
        if gear.on_burner {
            needs.push(burner(from_s, until_s + back_s));
        }
    }
    needs
}

/// From the pull until the oil is back, s: what it lacks then, at what its element has to spare.
fn back_s(answer: &PlanAnswer, heater: &cindo_heat::reservoir::Heater) -> f64 {
    const SKIM_S: f64 = 15.0;
    const NEAR_K: f64 = 3.0;
    let in_heat = answer.series.time_s.partition_point(|t| *t <= answer.pull_s);
    let at_pull_c = answer.series.medium_c.get(in_heat.saturating_sub(1)).copied();
    let lacks_k = (heater.set_c - NEAR_K - at_pull_c.unwrap_or(heater.set_c)).max(0.0);
    let spare_w = (heater.power_w - heater.loss_w_k * (heater.set_c - ROOM_C)).max(50.0);
    let back_s =
        if heater.capacity_j_k.is_finite() { heater.capacity_j_k * lacks_k / spare_w } else { 0.0 };
    SKIM_S.max(back_s)
}

/// What comes before the heat: links for what is done in the last hours, and what is done earlier.
fn before(
    kitchen: &Kitchen<'_>,
    stations: &mut Stations,
    fish: &Fish<'_>,
    solve: &mut Solve<'_>,
) -> Result<(Vec<Link>, Vec<Move>), Vec<FieldError>> {
    if fish.dish.prepared {
        return Ok((Vec::new(), Vec::new()));
    }
    let choices = fish.dish.choices.clone().unwrap_or_default();
    let asked = PrepRequest { plan: fish.request.clone(), choices };
    let answer =
        prepare_with(kitchen.bench, &asked, |plan| solve(plan)).map_err(|e| fish.named(e))?;
    let is_heating = |step: &&PrepStep| !matches!(step.id.as_str(), "preheat" | "set_up");
    let (ahead, near): (Vec<&PrepStep>, Vec<&PrepStep>) =
        answer.steps.iter().filter(is_heating).partition(|s| s.starts_before_s > AHEAD_S);
    let told = |step: &PrepStep, at_s: f64, station: Option<usize>| Move {
        kind: StepKind::Prepare,
        at_s,
        duration_s: step.hands_on_s + step.wait_s,
        hands_s: step.hands_on_s.max(OTHER_S),
        look_s: 0.0,
        station: station.unwrap_or(HANDS_AT),
        dish: Some(fish.place),
        title: step.title.clone(),
        detail: step.detail.clone(),
        cue: String::new(),
    };
    let ahead = ahead.iter().map(|step| told(step, -step.starts_before_s, None)).collect();
    let mut links: Vec<Link> = Vec::with_capacity(near.len());
    for (place, step) in near.iter().enumerate() {
        let next = near.get(place + 1);
        let follows = next.is_none_or(|next| next.after.contains(&step.id));
        let least_s = if follows { step.wait_s } else { 0.0 };
        let keeps_s = if follows { step.keeps_s } else { LONGEST_WAIT_S };
        let station = stations.bench(kitchen.bench.catalogue.place_of_task(&step.id));
        let length_s = step.hands_on_s.max(OTHER_S);
        links.push(Link {
            key: format!("{PREP}{}:{}", fish.dish.id, step.id),
            length_s,
            needs: at_bench(station, length_s),
            moves: vec![told(step, 0.0, station)],
            least_s,
            most_s: least_s + keeps_s.bounded(30.0, LONGEST_WAIT_S),
            wait_cost: LIES_COST,
        });
    }
    // What waits for an earlier step that is not right before it waits behind the last of those between.
    for (place, step) in near.iter().enumerate().skip(2) {
        for other in
            near[..place - 1].iter().enumerate().filter(|(_, s)| step.after.contains(&s.id))
        {
            let between: f64 =
                links[other.0 + 1..place].iter().map(|l| l.length_s + l.least_s).sum();
            let lacks_s = other.1.wait_s - between - links[other.0].least_s;
            if lacks_s > 0.0 {
                let before = &mut links[place - 1];
                before.least_s += lacks_s;
                before.most_s += lacks_s;
            }
        }
    }
    Ok((links, ahead))
}

/// What a side that joins a fish needs on boards and in the sink.
fn bench(kitchen: &Kitchen<'_>, stations: &mut Stations, place: usize, dish: &Dish) -> Vec<Link> {
    let side = dish.side.as_deref().and_then(|id| kitchen.bench.catalogue.side(id));
    let servings = f64::from(dish.servings.unwrap_or(super::USUAL_SERVINGS));
    let steps = side.into_iter().filter(|_| !dish.prepared).flat_map(|side| &side.steps);
    let steps = steps.filter(|step| step.on.is_bench());
    steps
        .map(|step| {
            let hands_s = step.hands_s + step.per_serving_s * servings;
            let station = stations.bench(step.on);
            Link {
                key: format!("{PREP}{}:{}", dish.id, step.id),
                length_s: hands_s,
                needs: at_bench(station, hands_s),
                moves: vec![Move {
                    kind: StepKind::Prepare,
                    at_s: 0.0,
                    duration_s: hands_s,
                    hands_s,
                    look_s: 0.0,
                    station: station.unwrap_or(HANDS_AT),
                    dish: Some(place),
                    title: step.title.clone(),
                    detail: step.detail.clone(),
                    cue: step.cue.clone(),
                }],
                least_s: 0.0,
                most_s: LONGEST_WAIT_S,
                wait_cost: LIES_COST,
            }
        })
        .collect()
}
