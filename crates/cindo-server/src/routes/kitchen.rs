//! The kitchen: what every device agrees on, checks of its gear, and what its log says of it.

use actix_web::http::header::{self, ETag, EntityTag};
use actix_web::web::{Data, Json, Path};
use actix_web::{HttpRequest, HttpResponse, delete, get, post, put};
use cindo_core::error::Problems;
use cindo_core::kitchen::{Calibration, CheckMade, Eye, GearCheck, Kitchen, OwnGear};
use cindo_core::log::{Check, Evidence, GearLearnt, Learnt, fit};
use cindo_store::{CheckId, KeptCheck, KeptKitchen, LogFilter, Store, StoreError};
use jiff::Timestamp;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::{Body, on_store, revision};
use crate::error::{ApiError, Problem};
use crate::live::Live;
use crate::solver::Solver;

/// The kitchen, and how often it was changed.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct KitchenDto {
    /// Give it as `If-Match` to change nothing that somebody else changed meanwhile.
    #[schema(minimum = 0)]
    revision: i64,
    /// As its cooks keep it.
    kitchen: Kitchen,
}

impl From<KeptKitchen> for KitchenDto {
    fn from(kept: KeptKitchen) -> Self {
        Self { revision: kept.revision, kitchen: kept.kitchen }
    }
}

/// A check, and what it found.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct CheckDto {
    /// Its number.
    id: CheckId,
    /// When, RFC 3339 in UTC.
    #[schema(value_type = String)]
    at: Timestamp,
    /// What was done and found.
    #[serde(flatten)]
    check: GearCheck,
}

impl From<KeptCheck> for CheckDto {
    fn from(kept: KeptCheck) -> Self {
        let at = Timestamp::from_millisecond(kept.at_ms).unwrap_or_default();
        Self { id: kept.id, at, check: kept.check }
    }
}

/// A check to keep.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct CreateCheck {
    /// Id of the gear.
    #[schema(max_length = 60)]
    gear: String,
    /// What was done.
    made: CheckMade,
}

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

/// Name of the eye among gear.
const EYE: &str = "eye";
/// Latest entries and checks that a kitchen is learnt from.
const ENTRIES: i64 = 2000;
const CHECKS: i64 = 200;
const MOST_CHANGES: usize = 41;

fn answer(kept: KeptKitchen) -> HttpResponse {
    HttpResponse::Ok()
        .insert_header(ETag(EntityTag::new_strong(kept.revision.to_string())))
        .insert_header((header::CACHE_CONTROL, "no-cache"))
        .json(KitchenDto::from(kept))
}

/// The kitchen, with its revision as `ETag`.
#[utoipa::path(responses((status = 200, body = KitchenDto)))]
#[get("/api/kitchen")]
pub(crate) async fn get_kitchen(store: Data<Store>) -> Result<HttpResponse, ApiError> {
    Ok(answer(on_store(&store, Store::find_kitchen).await?))
}

/// Changes the kitchen. With `If-Match` only where nobody else changed it since.
#[utoipa::path(
    request_body = Kitchen,
    params(("If-Match" = Option<String>, Header, description = "The revision that the change was made on")),
    responses(
        (status = 200, body = KitchenDto),
        (status = 412, body = Problem, content_type = "application/problem+json", description = "Somebody else changed it meanwhile."),
    )
)]
#[put("/api/kitchen")]
pub(crate) async fn update_kitchen(
    solver: Data<Solver>,
    store: Data<Store>,
    live: Data<Live>,
    request: HttpRequest,
    Body(kitchen): Body<Kitchen>,
) -> Result<HttpResponse, ApiError> {
    let revision = revision(&request)?;
    kitchen.check(solver.catalogue())?;
    let kept = on_store(&store, move |store| store.set_kitchen(&kitchen, revision)).await?;
    live.tell("kitchen", &kept.revision);
    Ok(answer(kept))
}

/// One piece of gear of one's own, with the kitchen's revision as `ETag`.
#[utoipa::path(responses(
    (status = 200, body = OwnGear),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[get("/api/kitchen/gear/{id}")]
pub(crate) async fn get_gear(
    store: Data<Store>,
    id: Path<String>,
) -> Result<HttpResponse, ApiError> {
    let KeptKitchen { kitchen, revision } = on_store(&store, Store::find_kitchen).await?;
    let found = kitchen.gear.into_iter().find(|own| own.id == *id).ok_or_else(no_gear)?;
    Ok(HttpResponse::Ok()
        .insert_header(ETag(EntityTag::new_strong(revision.to_string())))
        .json(found))
}

fn no_gear() -> ApiError {
    ApiError::NotFound("there is no such gear of this kitchen's own".to_owned())
}

/// Keeps one piece of gear of one's own, in place of the one that had its id. With `If-Match` only where nobody
/// else changed the kitchen since.
#[utoipa::path(
    request_body = OwnGear,
    params(("If-Match" = Option<String>, Header, description = "The revision that the change was made on")),
    responses(
        (status = 200, body = KitchenDto),
        (status = 412, body = Problem, content_type = "application/problem+json", description = "Somebody else changed it meanwhile."),
    )
)]
#[put("/api/kitchen/gear/{id}")]
pub(crate) async fn update_gear(
    solver: Data<Solver>,
    store: Data<Store>,
    live: Data<Live>,
    request: HttpRequest,
    id: Path<String>,
    Body(gear): Body<OwnGear>,
) -> Result<HttpResponse, ApiError> {
    let asked = revision(&request)?;
    let mut problems = Problems::new();
    if gear.id != *id {
        problems.add("id", "is not the one that is asked for; give the same");
    }
    problems.finish()?;
    let KeptKitchen { mut kitchen, revision } = on_store(&store, Store::find_kitchen).await?;
    match kitchen.gear.iter_mut().find(|own| own.id == gear.id) {
        Some(own) => *own = gear,
        None => kitchen.gear.push(gear),
    }
    kitchen.check(solver.catalogue())?;
    keep(&store, &live, kitchen, asked.unwrap_or(revision)).await
}

/// Takes one piece of gear of one's own away.
#[utoipa::path(
    params(("If-Match" = Option<String>, Header, description = "The revision that the change was made on")),
    responses(
        (status = 200, body = KitchenDto),
        (status = 404, body = Problem, content_type = "application/problem+json"),
        (status = 412, body = Problem, content_type = "application/problem+json", description = "Somebody else changed it meanwhile."),
    )
)]
#[delete("/api/kitchen/gear/{id}")]
pub(crate) async fn delete_gear(
    solver: Data<Solver>,
    store: Data<Store>,
    live: Data<Live>,
    request: HttpRequest,
    id: Path<String>,
) -> Result<HttpResponse, ApiError> {
    let asked = revision(&request)?;
    let KeptKitchen { mut kitchen, revision } = on_store(&store, Store::find_kitchen).await?;
    let place = kitchen.gear.iter().position(|own| own.id == *id).ok_or_else(no_gear)?;
    kitchen.gear.remove(place);
    // What the catalogue knows under the same id stays at hand.
    if solver.catalogue().gear(&id).is_none() {
        kitchen.frozen.retain(|other| *other != *id);
        if let Some(at_hand) = &mut kitchen.at_hand {
            at_hand.retain(|other| *other != *id);
        }
    }
    keep(&store, &live, kitchen, asked.unwrap_or(revision)).await
}

/// Keeps the kitchen, unless it is no longer of this revision, and tells every page.
async fn keep(
    store: &Data<Store>,
    live: &Live,
    kitchen: Kitchen,
    revision: i64,
) -> Result<HttpResponse, ApiError> {
    let kept = on_store(store, move |store| store.set_kitchen(&kitchen, Some(revision))).await?;
    live.tell("kitchen", &kept.revision);
    Ok(answer(kept))
}

/// What the kitchen's log and checks say together.
fn learn(store: &Store) -> Result<Learnt, StoreError> {
    let (entries, _unread) = store.read_log(&LogFilter::default(), None, ENTRIES)?;
    let evidence: Vec<Evidence> =
        entries.iter().filter_map(|found| Evidence::of(&found.kept.entry)).collect();
    let found = |kept: KeptCheck| {
        let [runs_k, sd_k] = kept.check.found.runs?;
        Some(Check { gear: kept.check.gear, runs_k, sd_k })
    };
    let checks: Vec<Check> = store.list_checks(CHECKS)?.into_iter().filter_map(found).collect();
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
    let mut problems = Problems::new();
    problems.at_most("accept", &asked.accept, MOST_CHANGES);
    problems.at_most("reset", &asked.reset, MOST_CHANGES);
    problems.finish()?;
    let (learnt, kept) =
        on_store(&store, |store| Ok((learn(store)?, store.find_kitchen()?))).await?;
    let KeptKitchen { mut kitchen, revision } = kept;
    let mut problems = Problems::new();
    for (place, id) in asked.accept.iter().enumerate() {
        let field = format!("accept.{place}");
        if id == EYE {
            kitchen.eye = Some(learnt.eye);
        } else if kitchen.frozen.contains(id) {
            problems.add(&field, "is frozen; let it go first");
        } else if let Some(found) = learnt.gear.iter().find(|found| found.gear == *id) {
            match own(&solver, &mut kitchen, id) {
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
    problems.finish()?;
    kitchen.check(solver.catalogue())?;
    keep(&store, &live, kitchen, asked_on.unwrap_or(revision)).await
}

/// Gear of the kitchen's own by its id; one of the catalogue becomes one.
fn own<'k>(solver: &Solver, kitchen: &'k mut Kitchen, id: &str) -> Option<&'k mut OwnGear> {
    if let Some(place) = kitchen.gear.iter().position(|own| own.id == id) {
        return kitchen.gear.get_mut(place);
    }
    let like = solver.catalogue().gear(id)?;
    kitchen.gear.push(OwnGear {
        id: like.id.clone(),
        name: like.name.clone(),
        like: like.id.clone(),
        ..OwnGear::default()
    });
    kitchen.gear.last_mut()
}

/// Checks that were made, the latest first.
#[utoipa::path(responses((status = 200, body = Vec<CheckDto>)))]
#[get("/api/kitchen/checks")]
pub(crate) async fn list_gear_checks(store: Data<Store>) -> Result<Json<Vec<CheckDto>>, ApiError> {
    let found = on_store(&store, |store| store.list_checks(CHECKS)).await?;
    Ok(Json(found.into_iter().map(CheckDto::from).collect()))
}

/// Keeps a check, and says what it found.
#[utoipa::path(request_body = CreateCheck, responses((status = 201, body = CheckDto)))]
#[post("/api/kitchen/checks")]
pub(crate) async fn create_gear_check(
    solver: Data<Solver>,
    store: Data<Store>,
    Body(asked): Body<CreateCheck>,
) -> Result<HttpResponse, ApiError> {
    let kitchen = on_store(&store, Store::find_kitchen).await?.kitchen;
    let catalogue = solver.catalogue();
    let own = kitchen.gear.iter().find(|own| own.id == asked.gear);
    let preset = catalogue.gear(own.map_or(asked.gear.as_str(), |own| own.like.as_str()));
    let mut problems = Problems::new();
    let Some(preset) = preset else {
        problems.add("gear", "is no gear of this kitchen");
        problems.finish()?;
        return Err(ApiError::internal("no gear"));
    };
    let store_of = (preset.capacity_j_k().unwrap_or(0.0), preset.loss_w_k);
    let found = problems.within("made", asked.made.found(store_of, kitchen.altitude_m));
    problems.finish()?;
    let check = GearCheck { gear: asked.gear, made: asked.made, found: found.unwrap_or_default() };
    let at_ms = Timestamp::now().as_millisecond();
    let kept = on_store(&store, move |store| {
        let id = store.add_check(&check, at_ms)?;
        Ok(KeptCheck { id, at_ms, check })
    });
    Ok(HttpResponse::Created().json(CheckDto::from(kept.await?)))
}

/// Takes a check away; it can be restored.
#[utoipa::path(responses(
    (status = 204),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[delete("/api/kitchen/checks/{id}")]
pub(crate) async fn delete_gear_check(
    store: Data<Store>,
    id: Path<i32>,
) -> Result<HttpResponse, ApiError> {
    let (id, now_ms) = (CheckId(*id), Timestamp::now().as_millisecond());
    on_store(&store, move |store| store.set_check_deleted(id, Some(now_ms))).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// Puts a check back that was taken away.
#[utoipa::path(responses(
    (status = 204),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[post("/api/kitchen/checks/{id}/restore")]
pub(crate) async fn restore_gear_check(
    store: Data<Store>,
    id: Path<i32>,
) -> Result<HttpResponse, ApiError> {
    let id = CheckId(*id);
    on_store(&store, move |store| store.set_check_deleted(id, None)).await?;
    Ok(HttpResponse::NoContent().finish())
}
