//! Rows of the file as they stand there, for what cannot be read any more.

use actix_web::http::header::{self, ContentDisposition};
use actix_web::web::{Data, Path};
use actix_web::{HttpResponse, get};
use cindo_store::{RawField, RowKind, Store};
use serde::Serialize;
use utoipa::ToSchema;

use super::on_store;
use crate::error::{ApiError, Problem};

/// A row of the file, as a file.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct RawRow {
    /// Its number.
    id: i32,
    /// Its texts, in the order of the columns.
    fields: Vec<RawField>,
}

/// A card, cook, entry or line-up as it stands in the file, readable or not.
#[utoipa::path(
    params(
        ("kind" = inline(RowKind), Path, description = "What it is"),
        ("id" = i32, Path, description = "Its number"),
    ),
    responses(
        (status = 200, body = RawRow),
        (status = 404, body = Problem, content_type = "application/problem+json"),
    )
)]
#[get("/api/rows/{kind}/{id}")]
pub(crate) async fn export_row(
    store: Data<Store>,
    row: Path<(RowKind, i32)>,
) -> Result<HttpResponse, ApiError> {
    let (kind, id) = row.into_inner();
    let fields = on_store(&store, move |store| store.raw_row(kind, id)).await?;
    Ok(HttpResponse::Ok()
        .insert_header((
            header::CONTENT_DISPOSITION,
            ContentDisposition::attachment(format!("cindo-row-{id}.json")),
        ))
        .json(RawRow { id, fields }))
}
