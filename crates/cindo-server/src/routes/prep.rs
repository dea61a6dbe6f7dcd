use actix_web::web::{Data, Json};
use actix_web::{HttpResponse, post};
use cindo_core::prep::freeze::{FreezeAnswer, FreezeRequest, freeze};
use cindo_core::prep::salt::{SaltAnswer, SaltRequest, salt};
use cindo_core::prep::thaw::{ThawAnswer, ThawRequest, thaw};
use cindo_core::prep::{PrepAnswer, PrepRequest};

use super::Body;
use crate::error::ApiError;
use crate::sheet::{SheetRequest, calendar, how_to};
use crate::solver::Solver;

/// Everything before the heat: steps with latest starts, amounts, salt, thawing.
#[utoipa::path(
    request_body = PrepRequest,
    responses(
        (status = 200, body = PrepAnswer),
    )
)]
#[post("/api/prep")]
pub(crate) async fn create_prep(
    solver: Data<Solver>,
    Body(request): Body<PrepRequest>,
) -> Result<Json<PrepAnswer>, ApiError> {
    Ok(Json(solver.run(move |desk| desk.prepare(&request)).await??))
}

/// The same as a calendar file (RFC 5545).
#[utoipa::path(
    request_body = SheetRequest,
    responses(
        (status = 200, body = String, content_type = "text/calendar"),
    )
)]
#[post("/api/prep/calendar")]
pub(crate) async fn create_calendar(
    solver: Data<Solver>,
    Body(asked): Body<SheetRequest>,
) -> Result<HttpResponse, ApiError> {
    asked.check()?;
    let SheetRequest { prep, heat_at } = asked;
    let answer = solver.run(move |desk| desk.prepare(&prep)).await??;
    let text = calendar(&answer, heat_at)?;
    Ok(HttpResponse::Ok().content_type("text/calendar; charset=utf-8").body(text))
}

/// The same as a schema.org `HowTo` in JSON-LD.
#[utoipa::path(
    request_body = SheetRequest,
    responses(
        (status = 200, body = serde_json::Value, content_type = "application/ld+json"),
    )
)]
#[post("/api/prep/how-to")]
pub(crate) async fn create_how_to(
    solver: Data<Solver>,
    Body(SheetRequest { prep, .. }): Body<SheetRequest>,
) -> Result<HttpResponse, ApiError> {
    let answer = solver.run(move |desk| desk.prepare(&prep)).await??;
    Ok(HttpResponse::Ok().content_type("application/ld+json").json(how_to(&answer)))
}

/// When frozen fish is thawed.
#[utoipa::path(
    request_body = ThawRequest,
    responses(
        (status = 200, body = ThawAnswer),
    )
)]
#[post("/api/thaw")]
pub(crate) async fn create_thaw(
    solver: Data<Solver>,
    Body(request): Body<ThawRequest>,
) -> Result<Json<ThawAnswer>, ApiError> {
    Ok(Json(solver.run(move |desk| thaw(desk.bench(), &request)).await??))
}

/// Whether a freezer deals with parasites, and when.
#[utoipa::path(
    request_body = FreezeRequest,
    responses(
        (status = 200, body = FreezeAnswer),
    )
)]
#[post("/api/freeze")]
pub(crate) async fn create_freeze(
    solver: Data<Solver>,
    Body(request): Body<FreezeRequest>,
) -> Result<Json<FreezeAnswer>, ApiError> {
    Ok(Json(solver.run(move |desk| freeze(desk.bench(), &request)).await??))
}

/// Where the salt is when the fish meets the heat.
#[utoipa::path(
    request_body = SaltRequest,
    responses(
        (status = 200, body = SaltAnswer),
    )
)]
#[post("/api/salt")]
pub(crate) async fn create_salt(
    solver: Data<Solver>,
    Body(request): Body<SaltRequest>,
) -> Result<Json<SaltAnswer>, ApiError> {
    Ok(Json(solver.run(move |desk| salt(desk.bench(), &request)).await??))
}
