//! What a kitchen's log and checks say of its gear and its eye, and whether plans go by it.

use actix_web::web::{Data, Json};
use actix_web::{HttpRequest, HttpResponse, get, post};
use cindo_core::catalogue::Catalogue;
use cindo_core::error::{FieldError, Problems};
use cindo_core::kitchen::{Calibration, Eye, Kitchen, OwnGear};
use cindo_core::log::{Check, Evidence, GearLearnt, Learnt, fit};
use cindo_core::setup::PlanRequest;
use cindo_store::{KeptKitchen, LogFilter, Store, StoreError};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::kitchen::{CHECKS, KitchenDto, keep};
use super::{Body, on_store, revision};
use crate::error::{ApiError, Problem};
use crate::live::Live;
use crate::solver::{Desk, Solver};

/// What the log and checks say of a piece of gear, beside what plans go by.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct GearCalibration {
    /// What is learnt.
    #[serde(flatten)]
    learnt: GearLearnt,
    /// What it is called.
    name: String,
    /// What plans go by now; nothing where that is the usual.
    now: Option<Calibration>,
    /// In words, one for each thing that is clear.
    says: Vec<String>,
    /// Whether it stays as it is.
    frozen: bool,
}

/// What the log and checks say of the kitchen.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct Calibrations {
    /// How thickness is judged by eye.
    eye: Eye,
    /// Whether that can be told from what gear does.
    eye_is_clear: bool,
    /// What plans go by now.
    eye_now: Option<Eye>,
    /// How far one cook differs from the next, as a factor on what is usual.
    scatter: f64,
    /// Cooks that it rests on.
    #[schema(minimum = 0)]
    cooks: usize,
    /// Each piece of gear that was cooked on or checked.
    gear: Vec<GearCalibration>,
}

/// What to take over, or to forget.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct ChangeCalibrations {
    /// Ids of gear whose calibration plans go by from now on; `eye` for the eye.
    #[serde(default)]
    #[schema(max_items = 41)]
    accept: Vec<String>,
    /// Ids of gear that is as usual again; `eye` for the eye.
    #[serde(default)]
    #[schema(max_items = 41)]
    reset: Vec<String>,
}

/// A plan's moments, s, and where its dial stands.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub(crate) struct Moments {
    /// Where the cook's own dial stands; none where nothing is known of it.
    dial: Option<String>,
    /// Off the heat.
    pull_s: f64,
    /// When to start looking.
    look_from_s: f64,
    /// By then it is right.
    latest_s: f64,
}

/// A plan that was cooked lately, as it is now and as it would be.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub(crate) struct AffectedPlan {
    /// What it was called.
    name: String,
    /// What was planned.
    request: PlanRequest,
    /// By the kitchen as plans go by it now.
    now: Moments,
    /// By what was learnt; nothing where it cannot be done that way.
    then: Option<Moments>,
}

/// Name of the eye among gear.
const EYE: &str = "eye";
/// Latest entries that a kitchen is learnt from.
const ENTRIES: i64 = 2000;
const MOST_CHANGES: usize = 41;

/// Kinds of plans that are shown before and after, and entries that are looked at for them.
const PLANS_SHOWN: usize = 4;
const LOOKED_AT: i64 = 60;

/// What the kitchen's log and checks say together.
fn learn(store: &Store) -> Result<Learnt, StoreError> {
    let (entries, _unread) = store.read_log(&LogFilter::default(), None, ENTRIES)?;
    let evidence: Vec<Evidence> =
        entries.iter().filter_map(|found| Evidence::of(&found.kept.entry)).collect();
    let kept = store.list_checks(CHECKS)?;
    let checks: Vec<Check> = kept.iter().filter_map(|kept| Check::of(&kept.check)).collect();
    Ok(fit(&evidence, &checks))
}

/// What the log and checks say, beside what plans go by.
#[utoipa::path(responses((status = 200, body = Calibrations)))]
#[get("/api/kitchen/calibrations")]
pub(crate) async fn get_calibrations(
    solver: Data<Solver>,
    store: Data<Store>,
) -> Result<Json<Calibrations>, ApiError> {
    let (learnt, kept) =
        on_store(&store, |store| Ok((learn(store)?, store.find_kitchen()?))).await?;
    let kitchen = kept.kitchen;
    let gear = learnt
        .gear
        .into_iter()
        .map(|learnt| {
            let own = kitchen.gear.iter().find(|own| own.id == learnt.gear);
            let preset = solver.catalogue().gear(&learnt.gear).map(|gear| gear.name.clone());
            GearCalibration {
                name: own.map(|own| own.name.clone()).or(preset).unwrap_or(learnt.gear.clone()),
                now: own.and_then(|own| own.calibration),
                says: learnt.says(),
                frozen: kitchen.frozen.contains(&learnt.gear),
                learnt,
            }
        })
        .collect();
    Ok(Json(Calibrations {
        eye: learnt.eye,
        eye_is_clear: learnt.eye_is_clear,
        eye_now: kitchen.eye,
        scatter: learnt.scatter,
        cooks: learnt.cooks,
        gear,
    }))
}

/// Takes over what the log and checks say, or forgets it; old plans keep what they were made with.
#[utoipa::path(
    request_body = ChangeCalibrations,
    params(("If-Match" = Option<String>, Header, description = "The revision that the change was made on")),
    responses(
        (status = 200, body = KitchenDto),
        (status = 412, body = Problem, content_type = "application/problem+json", description = "Somebody else changed it meanwhile."),
    )
)]
#[post("/api/kitchen/calibrations")]
pub(crate) async fn change_calibrations(
    solver: Data<Solver>,
    store: Data<Store>,
    live: Data<Live>,
    request: HttpRequest,
    Body(asked): Body<ChangeCalibrations>,
) -> Result<HttpResponse, ApiError> {
    let asked_on = revision(&request)?;
    asked.check()?;
    let (learnt, kept) =
        on_store(&store, |store| Ok((learn(store)?, store.find_kitchen()?))).await?;
    let KeptKitchen { mut kitchen, revision } = kept;
    take_over(solver.catalogue(), &mut kitchen, &learnt, &asked)?;
    kitchen.check(solver.catalogue())?;
    keep(&store, &live, kitchen, Some(asked_on.unwrap_or(revision))).await
}

impl ChangeCalibrations {
    fn check(&self) -> Result<(), Vec<FieldError>> {
        let mut problems = Problems::new();
        problems.at_most("accept", &self.accept, MOST_CHANGES);
        problems.at_most("reset", &self.reset, MOST_CHANGES);
        problems.finish()
    }
}

/// A kitchen that goes by what was learnt, as far as is asked.
fn take_over(
    catalogue: &Catalogue,
    kitchen: &mut Kitchen,
    learnt: &Learnt,
    asked: &ChangeCalibrations,
) -> Result<(), Vec<FieldError>> {
    let mut problems = Problems::new();
    for (place, id) in asked.accept.iter().enumerate() {
        let field = format!("accept.{place}");
        if id == EYE {
            kitchen.eye = Some(learnt.eye);
        } else if kitchen.frozen.contains(id) {
            problems.add(&field, "is frozen; let it go first");
        } else if let Some(found) = learnt.gear.iter().find(|found| found.gear == *id) {
            match own(catalogue, kitchen, id) {
                Some(own) => own.calibration = Some(found.calibration),
                None => problems.add(&field, "is no gear of this kitchen any more"),
            }
        } else {
            problems.add(&field, "nothing was cooked on it or checked yet");
        }
    }
    if !asked.accept.is_empty() {
        kitchen.scatter = Some(learnt.scatter);
    }
    for id in &asked.reset {
        if id == EYE {
            kitchen.eye = None;
        } else if let Some(own) = kitchen.gear.iter_mut().find(|own| own.id == *id) {
            own.calibration = None;
        }
    }
    if kitchen.eye.is_none() && kitchen.gear.iter().all(|own| own.calibration.is_none()) {
        kitchen.scatter = None;
    }
    problems.finish()
}

/// Gear of the kitchen's own by its id; one of the catalogue becomes one.
fn own<'k>(catalogue: &Catalogue, kitchen: &'k mut Kitchen, id: &str) -> Option<&'k mut OwnGear> {
    if let Some(place) = kitchen.gear.iter().position(|own| own.id == id) {
        return kitchen.gear.get_mut(place);
    }
    let like = catalogue.gear(id)?;
    kitchen.gear.push(OwnGear {
        id: like.id.clone(),
        name: like.name.clone(),
        like: like.id.clone(),
        ..OwnGear::default()
    });
    kitchen.gear.last_mut()
}

/// Latest plans of the log that would change, one of each kind: of all that was cooked, or on this gear.
fn kinds(store: &Store, gear: Option<String>) -> Result<Vec<(String, PlanRequest)>, StoreError> {
    let filter = LogFilter { gear, ..LogFilter::default() };
    let (entries, _unread) = store.read_log(&filter, None, LOOKED_AT)?;
    let mut kinds: Vec<(String, PlanRequest)> = Vec::new();
    for found in entries {
        let entry = found.kept.entry;
        let is_same = |(_, other): &(String, PlanRequest)| {
            (&other.piece.species, &other.piece.cut, &other.method)
                == (&entry.request.piece.species, &entry.request.piece.cut, &entry.request.method)
        };
        if kinds.len() < PLANS_SHOWN && !kinds.iter().any(is_same) {
            kinds.push((entry.name, entry.request));
        }
    }
    Ok(kinds)
}

/// A plan in a kitchen.
fn moments(desk: &Desk<'_>, request: &PlanRequest, kitchen: &Kitchen) -> Option<Moments> {
    // The way that it was cooked stays, but for times of the cook's own, in a kitchen that is known better.
    let own = request.clone();
    let request = PlanRequest { kitchen: kitchen.own(), out_s: None, turn_s: None, ..own };
    let plan = desk.plan(&request).ok()?;
    let answer = &plan.answer;
    Some(Moments {
        dial: answer.setting.dial.clone(),
        pull_s: answer.pull_s,
        look_from_s: answer.look_from_s,
        latest_s: answer.latest_s,
    })
}

/// What plans that were cooked lately would be, were plans to go by this: nothing is changed. Those that stay as
/// they are are left out.
#[utoipa::path(request_body = ChangeCalibrations, responses((status = 200, body = Vec<AffectedPlan>)))]
#[post("/api/kitchen/calibrations/preview")]
pub(crate) async fn preview_calibrations(
    solver: Data<Solver>,
    store: Data<Store>,
    Body(asked): Body<ChangeCalibrations>,
) -> Result<Json<Vec<AffectedPlan>>, ApiError> {
    asked.check()?;
    let of_gear = match (asked.accept.as_slice(), asked.reset.as_slice()) {
        ([one], []) | ([], [one]) if one != EYE => Some(one.clone()),
        _ => None,
    };
    let (learnt, kept, kinds) = on_store(&store, move |store| {
        Ok((learn(store)?, store.find_kitchen()?, kinds(store, of_gear)?))
    })
    .await?;
    let now = kept.kitchen;
    let mut then = now.clone();
    take_over(solver.catalogue(), &mut then, &learnt, &asked)?;
    let affected = solver.run(move |desk| {
        let each = kinds.into_iter().filter_map(|(name, request)| {
            let before = moments(desk, &request, &now)?;
            let after = moments(desk, &request, &then);
            (after.as_ref() != Some(&before)).then_some(AffectedPlan {
                name,
                request,
                now: before,
                then: after,
            })
        });
        each.collect::<Vec<_>>()
    });
    Ok(Json(affected.await?))
}
