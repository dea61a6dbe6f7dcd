//! A card box coming in, as a job.

use std::sync::Arc;

use actix_web::http::header;
use actix_web::web::{self, Data, Json, Path, Query};
use actix_web::{HttpResponse, delete, get, post};
use cindo_store::{NewCard, Store};
use serde::Deserialize;
use utoipa::IntoParams;

use super::{Body, IMPORT_LIMIT_KB};
use crate::card_file::{self, CardFile};
use crate::clock;
use crate::error::{ApiError, Problem};
use crate::import::{ImportReport, Imports, cards, keys, still_new};
use crate::solver::Solver;

/// Lines in one answer.
const LINES: usize = 100;

/// Which lines to tell.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub(crate) struct Lines {
    /// The first line to tell, counted from 0.
    #[serde(default)]
    pub(crate) from: usize,
}

/// Begins to look through a file of cards: a job that says how far it is and what it found. Nothing is
/// kept before it is told to; a minute after nobody asks any more, it ends.
#[utoipa::path(
    request_body = CardFile,
    responses(
        (status = 202, body = ImportReport, headers(("Location" = String, description = "Where to ask after it"))),
    )
)]
#[post("/api/cards/import")]
pub(crate) async fn create_import(
    solver: Data<Solver>,
    store: Data<Store>,
    imports: Data<Arc<Imports<NewCard>>>,
    Body(file): Body<CardFile, IMPORT_LIMIT_KB>,
) -> Result<HttpResponse, ApiError> {
    let found = card_file::open(file)?;
    let known = web::block(move || store.list_cards().map(|found| keys(&found))).await??;
    let (cards, look) = cards(found, known);
    let job = imports.begin(&solver, cards, look)?;
    let report = job.report(0, LINES);
    Ok(HttpResponse::Accepted()
        .insert_header((header::LOCATION, format!("/api/cards/import/{}", report.id)))
        .json(report))
}

/// How far an import is, and a hundred lines of what it found.
#[utoipa::path(params(Lines), responses(
    (status = 200, body = ImportReport),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[get("/api/cards/import/{id}")]
pub(crate) async fn get_import(
    imports: Data<Arc<Imports<NewCard>>>,
    id: Path<u32>,
    lines: Query<Lines>,
) -> Result<Json<ImportReport>, ApiError> {
    Ok(Json(imports.find(*id)?.report(lines.from, LINES)))
}

/// Keeps what an import found to be new: all of it or nothing.
#[utoipa::path(responses(
    (status = 200, body = ImportReport),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 409, body = Problem, content_type = "application/problem+json"),
))]
#[post("/api/cards/import/{id}/keep")]
pub(crate) async fn keep_import(
    store: Data<Store>,
    imports: Data<Arc<Imports<NewCard>>>,
    id: Path<u32>,
) -> Result<Json<ImportReport>, ApiError> {
    let job = imports.find(*id)?;
    web::block(move || {
        job.keep(|new| {
            let new = still_new(new, &store.list_cards()?);
            store.keep_cards(&new, clock::now()).map(drop)
        })?;
        Ok(Json(job.report(0, LINES)))
    })
    .await?
}

/// Ends an import; what it found and did not keep is forgotten.
#[utoipa::path(responses(
    (status = 204),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[delete("/api/cards/import/{id}")]
pub(crate) async fn delete_import(
    imports: Data<Arc<Imports<NewCard>>>,
    id: Path<u32>,
) -> Result<HttpResponse, ApiError> {
    imports.find(*id)?.end();
    Ok(HttpResponse::NoContent().finish())
}
