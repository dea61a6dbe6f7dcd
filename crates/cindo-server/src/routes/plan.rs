use actix_web::http::header::ContentEncoding;
use actix_web::web::{Data, Json};
use actix_web::{HttpResponse, post};
use cindo_core::ask::better::{BetterAnswer, better_than};
use cindo_core::ask::compare::{CompareAnswer, CompareRequest, compare};
use cindo_core::ask::ladder::{LadderAnswer, LadderRequest, ladder};
use cindo_core::ask::{BackwardsAnswer, BackwardsRequest, backwards};
use cindo_core::cut_face::{CutFace, cut_face_of};
use cindo_core::plan::PlanAnswer;
use cindo_core::setup::PlanRequest;

use super::Body;
use crate::error::ApiError;
use crate::solver::Solver;

/// Best plan for one piece and method.
#[utoipa::path(
    request_body = PlanRequest,
    responses(
        (status = 200, body = PlanAnswer),
    )
)]
#[post("/api/plan")]
pub(crate) async fn create_plan(
    solver: Data<Solver>,
    Body(request): Body<PlanRequest>,
) -> Result<HttpResponse, ApiError> {
    let is_brief = request.brief.unwrap_or(false);
    let plan = solver.run(move |desk| desk.plan(&request)).await??;
    let mut response = HttpResponse::Ok();
    if is_brief {
        // While something is dragged, packing takes longer than sending what it saves.
        response.insert_header(ContentEncoding::Identity);
    }
    Ok(response.json(&plan.answer))
}

/// The cut face of a plan over time, from many columns.
#[utoipa::path(
    request_body = PlanRequest,
    responses(
        (status = 200, body = CutFace),
    )
)]
#[post("/api/section")]
pub(crate) async fn create_section(
    solver: Data<Solver>,
    Body(request): Body<PlanRequest>,
) -> Result<Json<CutFace>, ApiError> {
    let cut = solver.run(move |desk| {
        let plan = desk.plan(&request)?;
        cut_face_of(desk.bench(), &request, &plan)
    });
    Ok(Json(cut.await??))
}

/// A better way than a plan: one without what is wrong with it, or a gentler one to the same doneness.
#[utoipa::path(
    request_body = PlanRequest,
    responses(
        (status = 200, body = BetterAnswer),
    )
)]
#[post("/api/better")]
pub(crate) async fn create_better(
    solver: Data<Solver>,
    Body(request): Body<PlanRequest>,
) -> Result<Json<BetterAnswer>, ApiError> {
    let better = solver.run(move |desk| {
        let plan = desk.plan(&request)?;
        better_than(desk.bench(), &request, &plan)
    });
    Ok(Json(better.await??))
}

/// Every method for one piece, best fit first.
#[utoipa::path(
    request_body = CompareRequest,
    responses(
        (status = 200, body = CompareAnswer),
    )
)]
#[post("/api/compare")]
pub(crate) async fn create_comparison(
    solver: Data<Solver>,
    Body(request): Body<CompareRequest>,
) -> Result<Json<CompareAnswer>, ApiError> {
    Ok(Json(solver.run(move |desk| compare(desk.bench(), &request)).await??))
}

/// What heat for this time, how thick for this heat and time, what tempering changes.
#[utoipa::path(
    request_body = BackwardsRequest,
    responses(
        (status = 200, body = BackwardsAnswer),
    )
)]
#[post("/api/backwards")]
pub(crate) async fn create_backwards(
    solver: Data<Solver>,
    Body(request): Body<BackwardsRequest>,
) -> Result<Json<BackwardsAnswer>, ApiError> {
    Ok(Json(solver.run(move |desk| backwards(desk.bench(), &request)).await??))
}

/// Turn and out over thickness, from the fridge and tempered.
#[utoipa::path(
    request_body = LadderRequest,
    responses(
        (status = 200, body = LadderAnswer),
    )
)]
#[post("/api/ladder")]
pub(crate) async fn create_ladder(
    solver: Data<Solver>,
    Body(request): Body<LadderRequest>,
) -> Result<Json<LadderAnswer>, ApiError> {
    Ok(Json(solver.run(move |desk| ladder(desk.bench(), &request)).await??))
}
