//! The card box.

use actix_web::http::header;
use actix_web::web::{Data, Json, Path, Query};
use actix_web::{HttpRequest, HttpResponse, delete, get, patch, post};
use cindo_core::error::Problems;
use cindo_core::prep::PrepChoices;
use cindo_core::setup::PlanRequest;
use cindo_store::{Card, CardId, CardPage, Store};
use serde::Deserialize;
use utoipa::{IntoParams, ToSchema};

use super::{Body, etag, needed_revision, on_store, or_stale};
use crate::card_file::{self, CardFile};
use crate::clock;
use crate::error::{ApiError, Problem};
use crate::solver::Solver;

/// A plan to keep.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct CreateCard {
    /// What the cook calls it, 1 to 80 characters.
    #[schema(min_length = 1, max_length = 80)]
    name: String,
    /// Anything to remember, at most 2000 characters.
    #[serde(default)]
    #[schema(max_length = 2000)]
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
    #[schema(min_length = 1, max_length = 80)]
    name: Option<String>,
    /// Anything to remember, at most 2000 characters.
    #[schema(max_length = 2000)]
    note: Option<String>,
}

/// Which cards to list.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub(crate) struct CardsAsked {
    /// Words that the name or the note holds.
    #[param(max_length = 80)]
    q: Option<String>,
    /// Where the page before ended: its `next`.
    cursor: Option<CardId>,
    /// Most cards on a page. A page may hold fewer.
    #[param(minimum = 1, maximum = 200)]
    limit: Option<usize>,
}

/// Cards on a page when nobody says, and at most.
const PAGE: usize = 60;
const LONGEST_PAGE: usize = 200;
/// A page is cut where it would grow beyond this, bytes.
const LARGEST_PAGE: usize = 300 * 1024;

/// The cards in the box, by name, page by page, and those that do not read back.
#[utoipa::path(params(CardsAsked), responses((status = 200, body = CardPage)))]
#[get("/api/cards")]
pub(crate) async fn list_cards(
    store: Data<Store>,
    asked: Query<CardsAsked>,
) -> Result<Json<CardPage>, ApiError> {
    let CardsAsked { q, cursor, limit } = asked.into_inner();
    let mut problems = Problems::new();
    if q.as_ref().is_some_and(|q| q.chars().count() > card_file::NAME_LIMIT) {
        problems.add("q", format!("at most {} characters", card_file::NAME_LIMIT));
    }
    let limit = limit.unwrap_or(PAGE);
    if !(1..=LONGEST_PAGE).contains(&limit) {
        problems.add("limit", format!("allowed are 1 to {LONGEST_PAGE}"));
    }
    problems.finish()?;
    let page = on_store(&store, move |store| store.find_cards(q.as_deref(), cursor, limit)).await?;
    Ok(Json(cut(page)))
}

/// A page no larger than an answer may be; a card alone always fits.
fn cut(mut page: CardPage) -> CardPage {
    let mut bytes = 0;
    let fits = page.cards.iter().take_while(|card| {
        bytes += serde_json::to_vec(card).map_or(0, |text| text.len());
        bytes <= LARGEST_PAGE
    });
    let count = fits.count().max(1);
    if count < page.cards.len() {
        page.cards.truncate(count);
        page.next = page.cards.last().map(|card| card.id);
    }
    page
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
    let kept = on_store(&store, move |store| {
        let ids = store.keep_cards(std::slice::from_ref(&new), clock::now())?;
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
pub(crate) async fn get_card(store: Data<Store>, id: Path<i32>) -> Result<HttpResponse, ApiError> {
    let id = CardId(*id);
    Ok(answer(on_store(&store, move |store| store.find_card(id)).await?))
}

/// A card with its revision.
fn answer(card: Card) -> HttpResponse {
    HttpResponse::Ok().insert_header(etag(card.revision)).json(card)
}

/// Changes a card's name or note.
#[utoipa::path(
    request_body = UpdateCard,
    params(("If-Match" = String, Header, description = "The revision that the change was made on; `*` for whichever")),
    responses(
        (status = 200, body = Card),
        (status = 404, body = Problem, content_type = "application/problem+json"),
        (status = 412, body = Problem, content_type = "application/problem+json", description = "Somebody else changed it meanwhile; `current` is what is there now."),
        (status = 428, body = Problem, content_type = "application/problem+json", description = "`If-Match` is missing."),
    )
)]
#[patch("/api/cards/{id}")]
pub(crate) async fn update_card(
    store: Data<Store>,
    request: HttpRequest,
    id: Path<i32>,
    Body(words): Body<UpdateCard>,
) -> Result<HttpResponse, ApiError> {
    let (id, revision) = (CardId(*id), needed_revision(&request)?);
    card_file::check_words(words.name.as_deref(), words.note.as_deref())?;
    let card = on_store(&store, move |store| {
        let name = words.name.as_deref().map(str::trim);
        store.rename_card(id, revision, name, words.note.as_deref(), clock::now())?;
        store.find_card(id)
    });
    match card.await {
        Ok(card) => Ok(answer(card)),
        Err(error) => {
            Err(or_stale(error, on_store(&store, move |store| store.find_card(id))).await)
        }
    }
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
    on_store(&store, move |store| store.delete_card(CardId(*id), clock::now())).await?;
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
    let card = on_store(&store, move |store| {
        store.restore_card(CardId(*id))?;
        store.find_card(CardId(*id))
    });
    Ok(Json(card.await?))
}

/// The whole box as a file.
#[utoipa::path(responses((status = 200, body = CardFile)))]
#[get("/api/cards/export")]
pub(crate) async fn export_cards(store: Data<Store>) -> Result<HttpResponse, ApiError> {
    let found = on_store(&store, Store::list_cards).await?;
    Ok(HttpResponse::Ok()
        .insert_header((header::CONTENT_DISPOSITION, "attachment; filename=\"cindo-cards.json\""))
        .json(card_file::export(found)))
}
