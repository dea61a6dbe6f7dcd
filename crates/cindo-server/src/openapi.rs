//! The API description, from the Rust types.

use utoipa::OpenApi;
use utoipa::openapi::path::Operation;
use utoipa::openapi::{ContentBuilder, OpenApi as Document, Ref, ResponseBuilder};
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
    let mut document = actix_web::App::new()
        .into_utoipa_app()
        .openapi(head())
        .configure(routes::configure)
        .split_for_parts()
        .1;
    for item in document.paths.paths.values_mut() {
        let methods =
            [&mut item.get, &mut item.post, &mut item.put, &mut item.patch, &mut item.delete];
        for operation in methods.into_iter().flatten() {
            describe_refusals(operation);
        }
    }
    document
}

/// What any address may answer, and what any address that takes a body may.
const ALWAYS: [(&str, &str); 2] = [
    ("403", "Not from Cindo's own page, or not by a name of this machine."),
    ("500", "Something went wrong inside; it is in the log."),
];
const WITH_BODY: [(&str, &str); 6] = [
    ("400", "The body is no JSON, or not whole."),
    ("408", "The body did not come in time."),
    ("413", "The body is too large."),
    ("415", "The body is not plain `application/json`."),
    ("422", "A field is wrong; each is named with what is allowed."),
    ("503", "Busy; ask again after the seconds in `Retry-After`."),
];

/// Adds the refusals that are the same everywhere.
fn describe_refusals(operation: &mut Operation) {
    let with_body: &[_] = if operation.request_body.is_some() { &WITH_BODY } else { &[] };
    for (status, why) in ALWAYS.iter().chain(with_body) {
        let problem = ContentBuilder::new().schema(Some(Ref::from_schema_name("Problem"))).build();
        let response = ResponseBuilder::new()
            .description(*why)
            .content("application/problem+json", problem)
            .build();
        operation.responses.responses.insert((*status).to_owned(), response.into());
    }
}
