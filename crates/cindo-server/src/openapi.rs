//! The API description, from the Rust types.

use utoipa::OpenApi;
use utoipa::openapi::OpenApi as Document;
use utoipa_actix_web::AppExt;

use crate::routes;

#[derive(OpenApi)]
#[openapi(info(
    title = "Cindo",
    description = "Plans fish on the heat. JSON keys are snake_case and carry their unit.",
    license(name = "MIT OR Apache-2.0")
))]
struct Head;

/// The head of the document, before the routes are added.
pub(crate) fn head() -> Document {
    Head::openapi()
}

/// The whole document.
pub(crate) fn document() -> Document {
    actix_web::App::new()
        .into_utoipa_app()
        .openapi(head())
        .configure(routes::configure)
        .split_for_parts()
        .1
}
