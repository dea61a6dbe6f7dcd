//! The kitchen: what every device agrees on, and checks of its gear.

use actix_web::http::header;
use actix_web::web::{Data, Json, Path};
use actix_web::{HttpRequest, HttpResponse, delete, get, post, put};
use cindo_core::error::Problems;
use cindo_core::kitchen::{CheckMade, GearCheck, Kitchen, OwnGear};
use cindo_store::{CheckId, KeptCheck, KeptKitchen, Store};
use jiff::Timestamp;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::{Body, etag, needed_revision, on_store, or_stale, revision};
use crate::clock;
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

/// Latest checks that are listed, and that a kitchen is learnt from.
pub(super) const CHECKS: i64 = 200;

fn answer(kept: KeptKitchen) -> HttpResponse {
    HttpResponse::Ok()
        .insert_header(etag(kept.revision))
        .insert_header((header::CACHE_CONTROL, "no-cache"))
        .json(KitchenDto::from(kept))
}

/// The kitchen, with its revision as `ETag`.
#[utoipa::path(responses((status = 200, body = KitchenDto)))]
#[get("/api/kitchen")]
pub(crate) async fn get_kitchen(store: Data<Store>) -> Result<HttpResponse, ApiError> {
    Ok(answer(on_store(&store, Store::find_kitchen).await?))
}

/// Changes the kitchen, where nobody else changed it since.
#[utoipa::path(
    request_body = Kitchen,
    params(("If-Match" = String, Header, description = "The revision that the change was made on; `*` for whichever")),
    responses(
        (status = 200, body = KitchenDto),
        (status = 412, body = Problem, content_type = "application/problem+json", description = "Somebody else changed it meanwhile; `current` is what is there now."),
        (status = 428, body = Problem, content_type = "application/problem+json", description = "`If-Match` is missing."),
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
    let revision = needed_revision(&request)?;
    kitchen.check(solver.catalogue())?;
    keep(&store, &live, kitchen, revision).await
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
    Ok(HttpResponse::Ok().insert_header(etag(revision)).json(found))
}

fn no_gear() -> ApiError {
    ApiError::NotFound("there is no such gear of this kitchen's own".to_owned())
}

/// Keeps one piece of gear of one's own, in place of the one that had its id, where nobody else
/// changed the kitchen since.
#[utoipa::path(
    request_body = OwnGear,
    params(("If-Match" = String, Header, description = "The revision that the change was made on; `*` for whichever")),
    responses(
        (status = 200, body = KitchenDto),
        (status = 412, body = Problem, content_type = "application/problem+json", description = "Somebody else changed it meanwhile; `current` is what is there now."),
        (status = 428, body = Problem, content_type = "application/problem+json", description = "`If-Match` is missing."),
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
    let asked = needed_revision(&request)?;
    let mut problems = Problems::new();
    if gear.id != *id {
        problems.add("id", "is not the one that is asked for; give the same");
    }
    problems.finish()?;
    let KeptKitchen { mut kitchen, revision: known } =
        on_store(&store, Store::find_kitchen).await?;
    match kitchen.gear.iter_mut().find(|own| own.id == gear.id) {
        Some(own) => *own = gear,
        None => kitchen.gear.push(gear),
    }
    kitchen.check(solver.catalogue())?;
    keep(&store, &live, kitchen, Some(asked.unwrap_or(known))).await
}

/// Takes one piece of gear of one's own away.
#[utoipa::path(
    params(("If-Match" = Option<String>, Header, description = "The revision that the change was made on")),
    responses(
        (status = 200, body = KitchenDto),
        (status = 404, body = Problem, content_type = "application/problem+json"),
        (status = 412, body = Problem, content_type = "application/problem+json", description = "Somebody else changed it meanwhile; `current` is what is there now."),
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
    let KeptKitchen { mut kitchen, revision: known } =
        on_store(&store, Store::find_kitchen).await?;
    let place = kitchen.gear.iter().position(|own| own.id == *id).ok_or_else(no_gear)?;
    kitchen.gear.remove(place);
    // What the catalogue knows under the same id stays at hand.
    if solver.catalogue().gear(&id).is_none() {
        kitchen.frozen.retain(|other| *other != *id);
        if let Some(at_hand) = &mut kitchen.at_hand {
            at_hand.retain(|other| *other != *id);
        }
    }
    keep(&store, &live, kitchen, Some(asked.unwrap_or(known))).await
}

/// Keeps the kitchen, unless it is no longer of this revision, and tells every page.
pub(super) async fn keep(
    store: &Data<Store>,
    live: &Live,
    kitchen: Kitchen,
    revision: Option<i64>,
) -> Result<HttpResponse, ApiError> {
    let kept = match on_store(store, move |store| store.set_kitchen(&kitchen, revision)).await {
        Ok(kept) => kept,
        Err(error) => {
            let now = async { on_store(store, Store::find_kitchen).await.map(KitchenDto::from) };
            return Err(or_stale(error, now).await);
        }
    };
    live.tell("kitchen", &kept.revision);
    Ok(answer(kept))
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
    let mut problems = Problems::new();
    let Some(gear) = kitchen.gear_of(catalogue, &asked.gear) else {
        problems.add("gear", "is no gear of this kitchen");
        problems.finish()?;
        return Err(ApiError::internal("no gear"));
    };
    let found = asked.made.found(catalogue, &gear, kitchen.altitude_m);
    let found = problems.within("made", found);
    problems.finish()?;
    let check = GearCheck { gear: asked.gear, made: asked.made, found: found.unwrap_or_default() };
    let at_ms = clock::now().as_millisecond();
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
    let (id, now_ms) = (CheckId(*id), clock::now().as_millisecond());
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
