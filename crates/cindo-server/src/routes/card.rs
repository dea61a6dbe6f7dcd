//! The card box.

use actix_web::http::header;
use actix_web::web::{self, Data, Json, Path, Query};
use actix_web::{HttpResponse, delete, get, patch, post};
use cindo_core::prep::PrepChoices;
use cindo_core::setup::PlanRequest;
use cindo_store::{Card, CardBox, CardId, Store};
use jiff::Timestamp;
use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};

use super::Body;
use crate::card_file::{self, CardFile, ImportLine};
use crate::error::{ApiError, Problem};
use crate::solver::Solver;

/// A plan to keep.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct CreateCard {
    /// What the cook calls it, 1 to 80 characters.
    name: String,
    /// Anything to remember, at most 2000 characters.
    #[serde(default)]
    note: String,
    /// What was planned.
    request: PlanRequest,
    /// What was chosen for its preparation.
    #[serde(default)]
    choices: Option<PrepChoices>,
}

/// New words for a card.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct UpdateCard {
    /// What the cook calls it, 1 to 80 characters.
    name: Option<String>,
    /// Anything to remember, at most 2000 characters.
    note: Option<String>,
}

/// Whether to only look.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub(crate) struct ImportOptions {
    /// Only say what would happen.
    #[serde(default)]
    dry_run: bool,
}

/// What an import did, or would do.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct ImportReport {
    /// Whether anything was kept.
    kept: bool,
    /// One line for each card in the file.
    cards: Vec<ImportLine>,
}

async fn on_store<T: Send + 'static>(
    store: Data<Store>,
    work: impl FnOnce(&Store) -> Result<T, cindo_store::StoreError> + Send + 'static,
) -> Result<T, ApiError> {
    Ok(web::block(move || work(&store)).await??)
}

/// Every card in the box, by name, and those that do not read back.
#[utoipa::path(responses((status = 200, body = CardBox)))]
#[get("/api/cards")]
pub(crate) async fn list_cards(store: Data<Store>) -> Result<Json<CardBox>, ApiError> {
    Ok(Json(on_store(store, Store::list_cards).await?))
}

/// Keeps a plan under a name.
#[utoipa::path(
    request_body = CreateCard,
    responses(
        (status = 201, body = Card),
    )
)]
#[post("/api/cards")]
pub(crate) async fn create_card(
    solver: Data<Solver>,
    store: Data<Store>,
    Body(card): Body<CreateCard>,
) -> Result<HttpResponse, ApiError> {
    let new = solver
        .run(move |desk| {
            card_file::solve(desk, &card.name, &card.note, (card.request, card.choices))
        })
        .await??;
    let kept = on_store(store, move |store| {
        let ids = store.keep_cards(std::slice::from_ref(&new), Timestamp::now())?;
        ids.first().map(|id| store.find_card(*id)).transpose()
    })
    .await?;
    Ok(HttpResponse::Created().json(kept))
}

/// One card.
#[utoipa::path(responses(
    (status = 200, body = Card),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[get("/api/cards/{id}")]
pub(crate) async fn get_card(store: Data<Store>, id: Path<i32>) -> Result<Json<Card>, ApiError> {
    Ok(Json(on_store(store, move |store| store.find_card(CardId(*id))).await?))
}

/// Changes a card's name or note.
#[utoipa::path(
    request_body = UpdateCard,
    responses(
        (status = 200, body = Card),
        (status = 404, body = Problem, content_type = "application/problem+json"),
    )
)]
#[patch("/api/cards/{id}")]
pub(crate) async fn update_card(
    store: Data<Store>,
    id: Path<i32>,
    Body(words): Body<UpdateCard>,
) -> Result<Json<Card>, ApiError> {
    card_file::check_words(words.name.as_deref(), words.note.as_deref())?;
    let card = on_store(store, move |store| {
        let name = words.name.as_deref().map(str::trim);
        store.rename_card(CardId(*id), name, words.note.as_deref(), Timestamp::now())?;
        store.find_card(CardId(*id))
    });
    Ok(Json(card.await?))
}

/// Takes a card out of the box; it can be restored.
#[utoipa::path(responses(
    (status = 204),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[delete("/api/cards/{id}")]
pub(crate) async fn delete_card(
    store: Data<Store>,
    id: Path<i32>,
) -> Result<HttpResponse, ApiError> {
    on_store(store, move |store| store.delete_card(CardId(*id), Timestamp::now())).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// Puts a deleted card back.
#[utoipa::path(responses(
    (status = 200, body = Card),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[post("/api/cards/{id}/restore")]
pub(crate) async fn restore_card(
    store: Data<Store>,
    id: Path<i32>,
) -> Result<Json<Card>, ApiError> {
    let card = on_store(store, move |store| {
        store.restore_card(CardId(*id))?;
        store.find_card(CardId(*id))
    });
    Ok(Json(card.await?))
}

/// The whole box as a file.
#[utoipa::path(responses((status = 200, body = CardFile)))]
#[get("/api/cards/export")]
pub(crate) async fn export_cards(store: Data<Store>) -> Result<HttpResponse, ApiError> {
    let found = on_store(store, Store::list_cards).await?;
    Ok(HttpResponse::Ok()
        .insert_header((header::CONTENT_DISPOSITION, "attachment; filename=\"cindo-cards.json\""))
        .json(card_file::export(found)))
}

/// Takes a file's cards into the box, or says what would happen.
#[utoipa::path(
    params(ImportOptions),
    request_body = CardFile,
    responses(
        (status = 200, body = ImportReport),
    )
)]
#[post("/api/cards/import")]
pub(crate) async fn import_cards(
    solver: Data<Solver>,
    store: Data<Store>,
    options: Query<ImportOptions>,
    Body(file): Body<CardFile>,
) -> Result<Json<ImportReport>, ApiError> {
    let present = on_store(store.clone(), Store::list_cards).await?.cards;
    let (cards, keep) = solver.run(move |desk| card_file::preview(desk, file, &present)).await??;
    let kept = !options.dry_run && !keep.is_empty();
    if kept {
        on_store(store, move |store| store.keep_cards(&keep, Timestamp::now())).await?;
    }
    Ok(Json(ImportReport { kept, cards }))
}
