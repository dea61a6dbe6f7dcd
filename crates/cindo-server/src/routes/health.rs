use actix_web::get;
use actix_web::web::Json;
use serde::Serialize;
use utoipa::ToSchema;

/// That the server answers, and which version it is.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct Health {
    status: &'static str,
    version: &'static str,
}

/// Whether the server is up.
#[utoipa::path(responses((status = 200, body = Health)))]
#[get("/api/health")]
pub(crate) async fn get_health() -> Json<Health> {
    Json(Health { status: "ok", version: env!("CARGO_PKG_VERSION") })
}
