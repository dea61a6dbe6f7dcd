use actix_web::http::header::ContentEncoding;
use actix_web::web::{Data, Json};
use actix_web::{HttpResponse, post};
use cindo_core::backwards::{
    BackwardsAnswer, BackwardsRequest, LadderAnswer, LadderRequest, backwards, ladder,
};
use cindo_core::compare::{CompareAnswer, CompareRequest, compare};
use cindo_core::plan::{PlanAnswer, PlanRequest, plan};
use cindo_core::section::{SectionAnswer, section};

use super::Body;
use crate::error::{ApiError, Problem};
use crate::solver::Solver;

/// Best plan for one piece and method.
#[utoipa::path(
    request_body = PlanRequest,
    responses(
        (status = 200, body = PlanAnswer),
        (status = 413, body = Problem, content_type = "application/problem+json"),
        (status = 422, body = Problem, content_type = "application/problem+json"),
    )
)]
#[post("/api/plan")]
pub(crate) async fn create_plan(
    solver: Data<Solver>,
    Body(request): Body<PlanRequest>,
) -> Result<HttpResponse, ApiError> {
    let is_brief = request.brief.unwrap_or(false);
    let answer = solver.run(move |catalogue| plan(catalogue, &request)).await??;
    let mut response = HttpResponse::Ok();
    if is_brief {
        // While something is dragged, packing takes longer than sending what it saves.
        response.insert_header(ContentEncoding::Identity);
    }
    Ok(response.json(answer))
}

/// The cut face of a plan over time, from many columns.
#[utoipa::path(
    request_body = PlanRequest,
    responses(
        (status = 200, body = SectionAnswer),
        (status = 413, body = Problem, content_type = "application/problem+json"),
        (status = 422, body = Problem, content_type = "application/problem+json"),
    )
)]
#[post("/api/section")]
pub(crate) async fn create_section(
    solver: Data<Solver>,
    Body(request): Body<PlanRequest>,
) -> Result<Json<SectionAnswer>, ApiError> {
    Ok(Json(solver.run(move |catalogue| section(catalogue, &request)).await??))
}

/// Every method for one piece, best fit first.
#[utoipa::path(
    request_body = CompareRequest,
    responses(
        (status = 200, body = CompareAnswer),
        (status = 413, body = Problem, content_type = "application/problem+json"),
        (status = 422, body = Problem, content_type = "application/problem+json"),
    )
)]
#[post("/api/compare")]
pub(crate) async fn create_comparison(
    solver: Data<Solver>,
    Body(request): Body<CompareRequest>,
) -> Result<Json<CompareAnswer>, ApiError> {
    Ok(Json(solver.run(move |catalogue| compare(catalogue, &request)).await??))
}

/// What heat for this time, how thick for this heat and time, what tempering changes.
#[utoipa::path(
    request_body = BackwardsRequest,
    responses(
        (status = 200, body = BackwardsAnswer),
        (status = 413, body = Problem, content_type = "application/problem+json"),
        (status = 422, body = Problem, content_type = "application/problem+json"),
    )
)]
#[post("/api/backwards")]
pub(crate) async fn create_backwards(
    solver: Data<Solver>,
    Body(request): Body<BackwardsRequest>,
) -> Result<Json<BackwardsAnswer>, ApiError> {
    Ok(Json(solver.run(move |catalogue| backwards(catalogue, &request)).await??))
}

/// Turn and out over thickness, from the fridge and tempered.
#[utoipa::path(
    request_body = LadderRequest,
    responses(
        (status = 200, body = LadderAnswer),
        (status = 413, body = Problem, content_type = "application/problem+json"),
        (status = 422, body = Problem, content_type = "application/problem+json"),
    )
)]
#[post("/api/ladder")]
pub(crate) async fn create_ladder(
    solver: Data<Solver>,
    Body(request): Body<LadderRequest>,
) -> Result<Json<LadderAnswer>, ApiError> {
    Ok(Json(solver.run(move |catalogue| ladder(catalogue, &request)).await??))
}
