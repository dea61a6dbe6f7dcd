use actix_web::get;
use actix_web::web::{Data, Json};
use cindo_store::Store;
use serde::Serialize;
use utoipa::ToSchema;

use super::on_store;
use crate::clock;
use crate::error::{ApiError, Problem};

/// That the server answers, and which version it is.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct Health {
    status: &'static str,
    version: &'static str,
    /// The machine's clock was moved ahead by this while something was in the heat, s; cooks go on by the server's own
    /// clock. None where it was not moved.
    clock_moved_s: Option<f64>,
}

/// Whether the server is up and keeps what it is told: 503 where its data file is gone.
#[utoipa::path(responses(
    (status = 200, body = Health),
    (status = 503, body = Problem, content_type = "application/problem+json"),
))]
#[get("/api/health")]
pub(crate) async fn get_health(store: Data<Store>) -> Result<Json<Health>, ApiError> {
    on_store(&store, Store::check_place).await?;
    let clock_moved_s = clock::jump_s();
    Ok(Json(Health { status: "ok", version: env!("CARGO_PKG_VERSION"), clock_moved_s }))
}
