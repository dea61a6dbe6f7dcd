//! Everything before the heat: steps with latest starts, amounts, salt, thawing, and what to mind.

pub mod amounts;
pub mod buying;
mod cold;
pub mod freeze;
pub mod marinade;
pub mod salt;
mod scene;
mod schedule;
pub mod thaw;
mod words;
pub mod yields;

use std::borrow::Borrow;
use std::collections::BTreeMap;

use cindo_heat::ice::FREEZING_C;
use serde::{Deserialize, Serialize};

use crate::bench::Bench;
use crate::catalogue::{Catalogue, Family, Opinion, Task, Use};
use crate::error::{FieldError, Problems, within};
use crate::piece::{COLD_C, COLDEST_C};
use crate::plan::{Planned, Step, planned};
use crate::setup::{PlanRequest, Setup, resolve};
use amounts::{Amount, VesselFill, Wanted, amounts, mixture_for, vessel_fill};
use marinade::Marinade;
use salt::{SaltAnswer, SaltChoice, SaltRequest, SaltVerdict, salt};
use scene::Scene;
use schedule::{Job, latest_starts};
use thaw::{Thaw, ThawAnswer, ThawRequest, thaw};

pub use cold::ColdSeries;

/// What to prepare.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct PrepRequest {
    /// The plan that it is for.
    pub plan: PlanRequest,
    /// What the cook wants otherwise than usual.
    #[serde(default)]
    pub choices: PrepChoices,
}

/// What a preparation leaves to the cook; the usual of each when left out.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct PrepChoices {
    /// Salt; as cooks do for the method when left out.
    #[serde(default)]
    pub salt: SaltChoice,
    /// How it thaws; left out when it is not frozen.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub thaw: Option<Thaw>,
    /// Ids of mixtures preferred over the usual ones.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(max_items = 20))]
    pub mixtures: Vec<String>,
    /// Sides taken, by question; the usual ones when left out.
    #[serde(default)]
    pub sides: BTreeMap<String, String>,
    /// Guests, 1 to 500, for sauces; as many as pieces when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 500))]
    pub guests: Option<u32>,
    /// Servings of chips, 0 to 100.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 100))]
    pub chips: Option<u32>,
    /// Butter sauce with it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sauce: Option<bool>,
}

/// One step with its latest start.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PrepStep {
    /// Id of the step.
    pub id: String,
    /// What to do, short.
    pub title: String,
    /// How.
    pub detail: String,
    /// Why.
    pub why: Option<String>,
    /// Latest start, s before the fish meets the heat.
    pub starts_before_s: f64,
    /// Finished then, s before the heat.
    pub ends_before_s: f64,
    /// Hands at its beginning, s.
    pub hands_on_s: f64,
    /// What passes by itself after that, s.
    pub wait_s: f64,
    /// How long it may lie before what follows, s.
    pub keeps_s: f64,
    /// Whether what follows has to follow at once.
    pub cannot_wait: bool,
    /// Ids of steps that must be finished before it.
    pub after: Vec<String>,
}

/// A question and the side taken.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Question {
    /// Id of the question.
    pub id: String,
    /// The question.
    pub question: String,
    /// Id of the side taken.
    pub taken: String,
    /// All sides.
    pub options: Vec<Opinion>,
}

/// Everything before the heat.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PrepAnswer {
    /// What it is, such as "Sear hake loin".
    pub title: String,
    /// Steps in the order of their starts.
    pub steps: Vec<PrepStep>,
    /// From the first step to the heat, s.
    pub lead_s: f64,
    /// Hands in all, s.
    pub hands_on_s: f64,
    /// In the heat, s.
    pub pull_s: f64,
    /// Rest after it, s.
    pub rest_s: f64,
    /// What to do in the heat: the steps of the plan.
    pub cooking: Vec<Step>,
    /// What to weigh out.
    pub amounts: Vec<Amount>,
    /// Name of what it cooks in.
    pub in_vessel: Option<String>,
    /// The vessel and its level, where there is liquid in it.
    pub vessel: Option<VesselFill>,
    /// Where the salt is when it meets the heat; none where the coat brings it.
    pub salt: Option<SaltAnswer>,
    /// How it thaws.
    pub thaw: Option<ThawAnswer>,
    /// Limits of the marinade, if it lies in one.
    pub marinade: Option<Marinade>,
    /// Questions on which cooks differ, and the sides taken.
    pub questions: Vec<Question>,
    /// Allergens of fish and mixtures.
    pub allergens: Vec<String>,
    /// How long and how hot it may be held.
    pub holding: Vec<String>,
    /// What to mind.
    pub cautions: Vec<String>,
    /// The first lines of a plan: what to do before, in a few words each, with its latest start.
    pub first_lines: Vec<FirstLine>,
}

/// A line of what to do before.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FirstLine {
    /// What to do, short.
    pub title: String,
    /// Latest start, s before the heat.
    pub starts_before_s: f64,
}

/// What follows has to follow at once below this, s.
const AT_ONCE_S: f64 = 300.0;
/// Lines of a plan about what comes before.
const FIRST_LINES: usize = 4;

/// Time in a marinade, min (common practice), where its limit is not shorter.
const USUAL_MARINADE_MIN: f64 = 30.0;

/// Id of the way of salting that never salts too much.
const SALTED_LATE: &str = "just_before";

/// Hot holding. Source: FDA Food Code 3-501.16 and 3-501.19; British food hygiene regulations (from
/// memory).
const HOLDING: [&str; 3] = [
    "Held hot: 57\u{a0}°C or above (63\u{a0}°C in Britain), measured, or by the clock: no longer than your local code allows.",
    "A barely warm oven is for minutes only.",
    "Raw fish, salted fish, marinades and rested batter stay at 5\u{a0}°C or below until they are needed.",
];
const SHARED_OIL: &str =
    "Shared frying oil carries allergens over: what was fried in it before counts.";

/// Most mixtures that are preferred over the usual ones.
const MOST_MIXTURES: usize = 20;

/// Sides taken: the usual ones, or those asked for.
fn sides<'a>(
    catalogue: &'a Catalogue,
    request: &'a PrepRequest,
    setup: Option<&Setup<'_>>,
    problems: &mut Problems,
) -> BTreeMap<&'a str, &'a str> {
    let mut taken: BTreeMap<&str, &str> = BTreeMap::new();
    for dispute in &catalogue.disputes {
        let instead = setup.and_then(|setup| {
            let lists = |ids: &Option<Vec<String>>, id: Option<&str>| {
                ids.as_ref().is_none_or(|ids| id.is_some_and(|id| ids.iter().any(|x| x == id)))
            };
            let mut others = dispute.instead.iter();
            others.find(|i| {
                lists(&i.methods, Some(&setup.method.id)) && lists(&i.variants, setup.variant)
            })
        });
        let usual = instead.map(|i| &i.take).or(dispute.options.first().map(|o| &o.id));
        if let Some(usual) = usual {
            taken.insert(&dispute.id, usual);
        }
    }
    for (id, side) in &request.choices.sides {
        let field = format!("choices.sides.{id}");
        let dispute = problems.named(&field, "a question", id, &catalogue.disputes, |d| &d.id);
        if let Some(dispute) = dispute
            && let Some(option) =
                problems.named(&field, "a side of it", side, &dispute.options, |o| &o.id)
        {
            taken.insert(&dispute.id, &option.id);
        }
    }
    taken
}

fn check(catalogue: &Catalogue, request: &PrepRequest, problems: &mut Problems) {
    let mixtures = &request.choices.mixtures;
    problems.at_most("choices.mixtures", mixtures, MOST_MIXTURES);
    for (i, id) in mixtures.iter().take(MOST_MIXTURES).enumerate() {
        problems.named(
            &format!("choices.mixtures.{i}"),
            "a mixture",
            id,
            &catalogue.mixtures,
            |m| &m.id,
        );
    }
    if let Some(guests) = request.choices.guests {
        problems.range("choices.guests", f64::from(guests), 1.0, 500.0, "guests");
    }
    if let Some(chips) = request.choices.chips {
        problems.range("choices.chips", f64::from(chips), 0.0, 100.0, "servings");
    }
    if request.choices.sauce == Some(true) && request.plan.at_risk == Some(true) {
        problems.add(
            "choices.sauce",
            "butter sauce has barely warmed egg in it: not for guests at risk; leave it out",
        );
    }
}

/// What is thawed goes into the heat as cold as a fridge, not as frozen as it was.
fn thawed_first(request: &PrepRequest) -> PrepRequest {
    let mut request = request.clone();
    let start_c = &mut request.plan.piece.start_c;
    // What is colder than any freezer is refused as such.
    if request.choices.thaw.is_some() && (COLDEST_C..FREEZING_C).contains(start_c) {
        *start_c = COLD_C;
    }
    request
}

/// Works out everything before the heat.
///
/// # Errors
/// Each field that is wrong, with what is allowed; those of the plan as `plan.…`.
pub fn prepare<'a>(
    bench: impl Into<Bench<'a>>,
    request: &PrepRequest,
) -> Result<PrepAnswer, Vec<FieldError>> {
    let bench = bench.into();
    prepare_with(bench, request, |plan| planned(bench, plan))
}

/// The same, with the plan from wherever `solve` has it.
///
/// # Errors
/// As [`prepare`]; `solve` names fields of the plan.
pub fn prepare_with<A: Borrow<Planned>>(
    bench: Bench<'_>,
    request: &PrepRequest,
    solve: impl FnOnce(&PlanRequest) -> Result<A, Vec<FieldError>>,
) -> Result<PrepAnswer, Vec<FieldError>> {
    let catalogue = bench.catalogue;
    let request = &thawed_first(request);
    let mut problems = Problems::new();
    let resolved = problems.within("plan", resolve(bench, &request.plan));
    let taken = sides(catalogue, request, resolved.as_ref().map(|r| &r.setup), &mut problems);
    check(catalogue, request, &mut problems);
    let mixture = resolved.as_ref().and_then(|r| {
        mixture_for(catalogue, &r.setup.coating.id, &request.choices.mixtures, Use::goes_on_fish)
    });
    let stock = resolved.as_ref().and_then(|r| {
        mixture_for(catalogue, &r.setup.method.id, &request.choices.mixtures, |p| p == Use::Stock)
    });
    let (mixture, stock) = (mixture.map(|m| m.0), stock.map(|m| m.0));
    let salt_wanted =
        request.choices.salt != SaltChoice::default() || mixture.is_none_or(|m| !m.seasons);
    let salted = resolved.as_ref().filter(|_| salt_wanted).and_then(|r| {
        let choice = &request.choices.salt;
        let salt_as = |salting: &str| {
            let choice = SaltChoice { salting: Some(salting.to_owned()), ..choice.clone() };
            salt(bench, &SaltRequest { piece: request.plan.piece.clone(), salt: choice })
        };
        let kitchen = request.plan.kitchen.as_ref();
        let habit = kitchen.and_then(|own| own.salting.as_deref()).filter(|id| {
            let way = catalogue.saltings.iter().find(|s| s.id == *id);
            way.is_some_and(|s| !s.whole_only || r.setup.cut.on_the_bone)
        });
        let usual = habit.unwrap_or(r.setup.usual_salting());
        let mut salted = salt_as(choice.salting.as_deref().unwrap_or(usual));
        // Small pieces take up too much of what suits large ones.
        if *choice == SaltChoice::default()
            && salted.as_ref().is_ok_and(|s| s.verdict == SaltVerdict::TooSalty)
        {
            salted = salt_as(SALTED_LATE);
        }
        problems.within("choices", salted)
    });
    let thawed = request.choices.thaw.filter(|_| resolved.is_some()).and_then(|how| {
        let asked = ThawRequest { piece: request.plan.piece.clone(), thaw: how };
        problems.within("choices", thaw(bench, &asked))
    });
    problems.finish()?;
    let Some(resolved) = resolved else { return Err(Vec::new()) };
    let plan = solve(&request.plan).map_err(|errors| within("plan", errors))?;
    let plan = &plan.borrow().answer;
    let scene = Scene {
        catalogue,
        request,
        resolved: &resolved,
        plan,
        salt: salted.as_ref(),
        thaw: thawed.as_ref(),
        mixture,
        stock,
        taken,
    };
    let marinated = scene.marinade();
    let steps = steps(&scene);
    let amounts = weigh(&scene);
    let questions = questions(&scene);
    let allergens = allergens(&amounts);
    let first_lines = steps
        .iter()
        .filter(|s| s.id != "check" && s.id != "set_up")
        .take(FIRST_LINES)
        .map(|s| FirstLine { title: s.title.clone(), starts_before_s: s.starts_before_s })
        .collect();
    let cautions = cautions(&scene);
    let holding = HOLDING.iter().map(|s| (*s).to_owned());
    let fries = resolved.setup.method.family == Family::Fry;
    let holding = holding.chain(fries.then(|| SHARED_OIL.to_owned())).collect();
    let vessel = vessel_fill(&resolved.setup, &plan.batch);
    Ok(PrepAnswer {
        title: scene.title(),
        lead_s: steps.iter().map(|s| s.starts_before_s).fold(0.0, f64::max),
        hands_on_s: steps.iter().map(|s| s.hands_on_s).sum(),
        pull_s: plan.pull_s,
        rest_s: plan.rest_s,
        cooking: plan.steps.clone(),
        steps,
        amounts,
        in_vessel: plan.batch.gear.first().cloned(),
        vessel,
        salt: salted,
        thaw: thawed,
        marinade: marinated,
        questions,
        allergens,
        holding,
        cautions,
        first_lines,
    })
}

fn steps(scene: &Scene<'_>) -> Vec<PrepStep> {
    let tasks: Vec<&Task> = scene.catalogue.tasks.iter().filter(|t| scene.meets(&t.when)).collect();
    let pieces = f64::from(scene.resolved.count);
    let jobs: Vec<Job> = tasks
        .iter()
        .map(|task| Job {
            hands_on_s: task.hands_on_s + pieces * task.per_piece_s,
            wait_s: scene.wait_s(task),
            keeps_s: task.keeps_s,
            after: tasks
                .iter()
                .enumerate()
                .filter(|(_, t)| task.after.contains(&t.id))
                .map(|(i, _)| i)
                .collect(),
        })
        .collect();
    let starts = latest_starts(&jobs);
    let mut steps: Vec<PrepStep> = tasks
        .iter()
        .zip(&jobs)
        .zip(&starts)
        .map(|((task, job), &starts_before_s)| PrepStep {
            id: task.id.clone(),
            title: scene.fill_in(&task.title),
            detail: scene.fill_in(&task.detail),
            why: task.why.as_ref().map(|w| scene.fill_in(w)),
            starts_before_s: starts_before_s.round(),
            ends_before_s: (starts_before_s - job.hands_on_s - job.wait_s).round(),
            hands_on_s: job.hands_on_s.round(),
            wait_s: job.wait_s.round(),
            keeps_s: job.keeps_s,
            cannot_wait: job.keeps_s <= AT_ONCE_S,
            after: job.after.iter().map(|i| tasks[*i].id.clone()).collect(),
        })
        .collect();
    steps.sort_by(|a, b| b.starts_before_s.total_cmp(&a.starts_before_s));
    steps
}

fn weigh(scene: &Scene<'_>) -> Vec<Amount> {
    let request = scene.request;
    let count = scene.resolved.count;
    let wanted = Wanted {
        mixtures: &request.choices.mixtures,
        guests: request.choices.guests.unwrap_or(count),
        chips: request.choices.chips.unwrap_or(0),
        sauce: request.choices.sauce.unwrap_or(false),
        butter: scene.takes("skin_fat:butter"),
    };
    amounts(&scene.resolved.setup, count, &scene.plan.batch, &wanted)
}

fn questions(scene: &Scene<'_>) -> Vec<Question> {
    let asked = scene.catalogue.disputes.iter().filter(|d| scene.meets(&d.when));
    asked
        .map(|d| Question {
            id: d.id.clone(),
            question: d.question.clone(),
            taken: scene.taken.get(d.id.as_str()).map_or_else(String::new, |s| (*s).to_owned()),
            options: d.options.clone(),
        })
        .collect()
}

fn allergens(amounts: &[Amount]) -> Vec<String> {
    let mut list: Vec<String> = amounts.iter().flat_map(|a| a.allergens.iter().cloned()).collect();
    list.sort();
    list.dedup();
    list.insert(0, "fish".to_owned());
    list
}

fn cautions(scene: &Scene<'_>) -> Vec<String> {
    let mut list = Vec::new();
    list.extend(scene.thaw.iter().flat_map(|t| t.cautions.clone()));
    list.extend(scene.salt.iter().flat_map(|s| s.cautions.clone()));
    list.extend(scene.marinade().into_iter().flat_map(|m| m.notes));
    list.push("Raw fish has its own board and knife; wash hands after it.".to_owned());
    list
}
