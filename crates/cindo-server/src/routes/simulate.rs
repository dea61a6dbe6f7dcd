use actix_web::post;
use actix_web::web::{Data, Json};
use cindo_core::simulate::{SimulateAnswer, SimulateRequest, simulate_in};

use super::Body;
use crate::error::ApiError;
use crate::solver::Solver;

/// The bare solver on faces given by hand.
#[utoipa::path(
    request_body = SimulateRequest,
    responses(
        (status = 200, body = SimulateAnswer),
    )
)]
#[post("/api/simulate")]
pub(crate) async fn create_simulation(
    solver: Data<Solver>,
    Body(request): Body<SimulateRequest>,
) -> Result<Json<SimulateAnswer>, ApiError> {
    Ok(Json(solver.run(move |desk| simulate_in(desk.bench().budget, &request)).await??))
}
