use actix_web::post;
use actix_web::web::{Data, Json};
use cindo_core::ask::instead::{InsteadAnswer, InsteadRequest, instead};
use cindo_core::prep::buying::{BuyingAnswer, BuyingRequest, judge};
use cindo_core::prep::yields::{BuyAnswer, BuyRequest, buy};

use super::Body;
use crate::error::ApiError;
use crate::solver::Solver;

/// Verdict of the look before buying.
#[utoipa::path(
    request_body = BuyingRequest,
    responses(
        (status = 200, body = BuyingAnswer),
    )
)]
#[post("/api/fish/check")]
pub(crate) async fn create_check(
    solver: Data<Solver>,
    Body(request): Body<BuyingRequest>,
) -> Result<Json<BuyingAnswer>, ApiError> {
    Ok(Json(judge(solver.catalogue(), &request)?))
}

/// How much to buy, and what a whole fish gives.
#[utoipa::path(
    request_body = BuyRequest,
    responses(
        (status = 200, body = BuyAnswer),
    )
)]
#[post("/api/fish/amount")]
pub(crate) async fn create_buying_amount(
    solver: Data<Solver>,
    Body(request): Body<BuyRequest>,
) -> Result<Json<BuyAnswer>, ApiError> {
    Ok(Json(buy(solver.catalogue(), &request)?))
}

/// Kinds that behave alike, with their own minutes.
#[utoipa::path(
    request_body = InsteadRequest,
    responses(
        (status = 200, body = InsteadAnswer),
    )
)]
#[post("/api/fish/instead")]
pub(crate) async fn create_substitutes(
    solver: Data<Solver>,
    Body(request): Body<InsteadRequest>,
) -> Result<Json<InsteadAnswer>, ApiError> {
    Ok(Json(solver.run(move |desk| instead(desk.bench(), &request)).await??))
}
