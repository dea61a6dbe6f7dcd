use actix_web::post;
use actix_web::web::{Data, Json};
use cindo_core::plan::{PlanAnswer, PlanRequest, plan};

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
) -> Result<Json<PlanAnswer>, ApiError> {
    Ok(Json(solver.run(move |catalogue| plan(catalogue, &request)).await??))
}
