//! What happens to cooks: worked out first, kept in one transaction, then told.

use actix_web::post;
use actix_web::web::{Data, Json, Path};
use cindo_core::cook::{EventInput, Happened, Kind, Status, check};
use cindo_core::error::{FieldError, Problems};
use cindo_store::{Cook, CookAddition, CookId, EntryChange, KeptEvent, Store, StoreError};
use jiff::Timestamp;
use uuid::Uuid;

use super::cook::{
    CookDto, MOST_AT_ONCE, MOST_EVENTS, at_ms, canonical_id, check_not_before, events,
    keep_up_soon, view,
};
use super::{Body, log, on_store, shared_heat};
use crate::clock;
use crate::error::{ApiError, Problem};
use crate::live::Live;
use crate::refresh::Refresh;
use crate::solver::{Desk, Solver};

/// So often an addition is worked out anew because the cook changed meanwhile.
const MOST_TRIES: usize = 8;

/// What events lead to, before anything is kept.
struct WorkedOut {
    /// The cook with them.
    cook: Cook,
    view: CookDto,
    /// For this cook first, then for those that share its heat.
    additions: Vec<CookAddition>,
}

/// Adds what happened; the same id counts once. Answers the new state.
#[utoipa::path(
    request_body = Vec<EventInput>,
    responses(
        (status = 200, body = CookDto),
        (status = 404, body = Problem, content_type = "application/problem+json"),
    )
)]
#[post("/api/cooks/{id}/events")]
pub(crate) async fn add_events(
    solver: Data<Solver>,
    store: Data<Store>,
    live: Data<Live>,
    refresh: Data<Refresh>,
    id: Path<i32>,
    Body(told): Body<Vec<EventInput>>,
) -> Result<Json<CookDto>, ApiError> {
    let id = CookId(*id);
    let mut problems = Problems::new();
    problems.at_most("events", &told, MOST_AT_ONCE);
    problems.finish()?;
    let now = clock::now();
    let changes_heat =
        |kind: Kind| matches!(kind, Kind::In | Kind::Heat | Kind::Undo | Kind::Retime);
    let is_shared = told.iter().any(|event| changes_heat(event.kind));
    for _ in 0..MOST_TRIES {
        let (cook, others) = on_store(&store, move |store| {
            let cook = store.find_cook(id)?;
            let lately = || shared_heat::lately(store, id, now.as_millisecond());
            Ok((cook, if is_shared { lately()? } else { Vec::new() }))
        })
        .await?;
        let sent = told.clone();
        let worked_out =
            solver.run(move |desk| work_out(desk, cook, &others, (&sent, now))).await??;
        let WorkedOut { cook, mut view, additions } = worked_out;
        let Some(own) = additions.first() else { return Ok(Json(view)) };
        let new = own.new.clone();
        let beside: Vec<CookId> = additions[1..].iter().map(|addition| addition.cook).collect();
        let added = on_store(&store, move |store| {
            match store.add_to_cooks(&additions, now.as_millisecond()) {
                // Somebody else was first: what was worked out is of a cook that is no more.
                Err(StoreError::Changed) => Ok(None),
                added => added.map(Some),
            }
        });
        let Some(entries) = added.await? else { continue };
        let entry = entries.first().copied().flatten();
        for changed in [cook.entry, entry].into_iter().flatten() {
            live.tell("log", &changed);
        }
        view.set_entry(entry);
        live.tell_cook(&view, new.len());
        for other in beside {
            refresh.soon(&store, &solver, &live, other);
        }
        keep_up_soon(&solver, &store, &live, &view);
        return Ok(Json(view));
    }
    Err(ApiError::Busy)
}

/// Works out what events lead to: how the cook stands then, its entry in the log, and what becomes of those that
/// share its heat. What cannot be worked out is refused here.
fn work_out(
    desk: &Desk<'_>,
    cook: Cook,
    others: &[Cook],
    (told, now): (&[EventInput], Timestamp),
) -> Result<WorkedOut, Vec<FieldError>> {
    let mut new = read(desk, &cook, told, now)?;
    let beside = shared_heat::complete(&desk.anew(), &cook, others, &mut new);
    new.extend(beside.here);
    let known = cook.events.len();
    let mut all = cook;
    let is_known = |all: &Cook, event: &KeptEvent| all.events.iter().any(|e| e.id == event.id);
    for event in new {
        if !is_known(&all, &event) {
            all.events.push(event);
        }
    }
    let new = all.events[known..].to_vec();
    if new.is_empty() {
        let view = view(&desk.anew(), all.clone(), now)?;
        return Ok(WorkedOut { cook: all, view, additions: Vec::new() });
    }
    let mut problems = Problems::new();
    for (place, event) in new.iter().enumerate() {
        check_not_before(&all.begun, event.at_ms, place, &mut problems);
    }
    if all.events.len() > MOST_EVENTS {
        problems.add("events", format!("a cook has room for {MOST_EVENTS} events"));
    }
    problems.finish()?;
    let status = check(&events(&all.begun, all.events.iter()))
        .map_err(|errors| errors.into_iter().map(|e| in_sent_list(e, known)).collect::<Vec<_>>())?;
    let view = view(&desk.anew(), all.clone(), now)?;
    let entry = if status == Status::Served {
        EntryChange::Put(Box::new(log::entry_of(&desk.anew(), &all)?))
    } else if all.entry.is_some() {
        EntryChange::Drop
    } else {
        EntryChange::Leave
    };
    let own = CookAddition { cook: all.id, known, new, status, entry };
    let beside = others.iter().filter_map(|other| {
        let new = beside.there.iter().filter(|(id, _)| *id == other.id).map(|(_, event)| event);
        beside_addition(desk, other, new.cloned().collect(), now)
    });
    Ok(WorkedOut { cook: all, view, additions: std::iter::once(own).chain(beside).collect() })
}

/// What happens to a cook that shares the heat. What cannot have happened to it, or cannot be worked out, did not.
fn beside_addition(
    desk: &Desk<'_>,
    other: &Cook,
    mut new: Vec<KeptEvent>,
    now: Timestamp,
) -> Option<CookAddition> {
    new.retain(|event| other.events.iter().all(|known| known.id != event.id));
    let known = other.events.len();
    if new.is_empty() || known + new.len() > MOST_EVENTS {
        return None;
    }
    let mut all = other.clone();
    all.events.extend(new.iter().cloned());
    let status = check(&events(&all.begun, all.events.iter())).ok()?;
    view(&desk.anew(), all, now).ok()?;
    Some(CookAddition { cook: other.id, known, new, status, entry: EntryChange::Leave })
}

/// Events as they are kept.
fn read(
    desk: &Desk<'_>,
    cook: &Cook,
    told: &[EventInput],
    now: Timestamp,
) -> Result<Vec<KeptEvent>, Vec<FieldError>> {
    let mut problems = Problems::new();
    let mut read = Vec::with_capacity(told.len());
    for (place, event) in told.iter().enumerate() {
        let mut own = Problems::new();
        let id = canonical_id(&event.id, &mut own);
        let at_ms = at_ms(event.at.as_deref(), event.ago_s, now, &mut own);
        let what = own.absorb(event.happened(desk.bench(), &cook.begun.request));
        problems.within(&format!("[{place}]"), own.finish());
        if let (Some(id), Some(at_ms), Some(what)) = (id, at_ms, what) {
            read.push(KeptEvent { id, at_ms, what: canonical(what, cook) });
        }
    }
    problems.finish().map(|()| read)
}

/// An event that names another one names it as it is kept.
fn canonical(what: Happened, cook: &Cook) -> Happened {
    let kept = |of: String| {
        let is_kept = cook.events.iter().any(|event| event.id == of);
        let canonical = Uuid::try_parse(&of).map(|id| id.to_string());
        if is_kept { of } else { canonical.unwrap_or(of) }
    };
    match what {
        Happened::Undo { of } => Happened::Undo { of: kept(of) },
        Happened::Retime { of } => Happened::Retime { of: kept(of) },
        other => other,
    }
}

/// An error about an event in the whole list, as one about the list that was sent.
fn in_sent_list(error: FieldError, before: usize) -> FieldError {
    let place = error.field.strip_prefix('[').and_then(|f| f.split_once(']'));
    let place = place.and_then(|(number, rest)| Some((number.parse::<usize>().ok()?, rest)));
    match place {
        Some((place, rest)) if place >= before => {
            FieldError { field: format!("[{}]{rest}", place - before), ..error }
        }
        // Something earlier cannot have happened any more after what was sent.
        Some(_) => FieldError { field: "[0].at".to_owned(), ..error },
        None => error,
    }
}
