//! The server: loopback only, the front end inside, a graceful stop.

use std::io::Write;
use std::net::Ipv4Addr;
use std::process::ExitCode;
use std::sync::Arc;
use std::time::Duration;

use actix_web::body::MessageBody;
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::middleware::{Compress, DefaultHeaders, from_fn};
use actix_web::web::{self, Data};
use actix_web::{App, Error, HttpMessage, HttpServer};
use cindo_core::catalogue::Catalogue;
use cindo_store::{CookId, NewCard, Store, StoreError};
use jiff::Timestamp;
use rustix::net::sockopt::set_tcp_user_timeout;
use tokio::net::TcpStream;
use tokio::signal::unix::{Signal, SignalKind, signal};
use tracing::Span;
use tracing_actix_web::{RequestId, RootSpanBuilder, TracingLogger};
use tracing_appender::non_blocking::NonBlockingBuilder;
use tracing_subscriber::EnvFilter;
use utoipa::openapi::OpenApi;
use utoipa_actix_web::AppExt;

use crate::config::ServeConfig;
use crate::error::ApiError;
use crate::import::Imports;
use crate::lanes::Lanes;
use crate::live::Live;
use crate::memo::Memo;
use crate::refresh::Refresh;
use crate::solver::{Desk, Solver};
use crate::{access, assets, clock, demo, openapi, probe, routes};

/// Seconds that running requests get at the end.
const SHUTDOWN_S: u64 = 3;
/// The head of a request has to come within this. A connection may stay silent for as long before it
/// says anything, as those do that browsers open ahead.
const REQUEST_TIME: Duration = Duration::from_secs(30);
/// Cooks under way that are looked through at once.
const LOOKED_THROUGH: usize = 200;
/// The file and the clock are looked at so often.
const WATCH: Duration = Duration::from_millis(500);
/// Whoever does not read what is sent to it is cut off after this, ms.
const UNREAD_MS: u32 = 30_000;
/// Longest path that is logged, characters.
const LONGEST_PATH: usize = 200;
/// Scripts, styles and fonts from here alone. Styles may be inline because drawn parts carry their
/// sizes with them; scripts may not.
const CONTENT_SECURITY_POLICY: &str = "default-src 'self'; style-src 'self' 'unsafe-inline'; \
     img-src 'self' data: blob:; object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'";

/// Runs the server until it is told to stop.
pub(crate) fn run(config: ServeConfig) -> Result<(), ExitCode> {
    // Request logs as JSON on standard error; the address alone goes to standard output. Whoever reads
    // them slowly, or not at all, loses lines and holds up nobody.
    let (stderr, _flushes) = NonBlockingBuilder::default().finish(std::io::stderr());
    tracing_subscriber::fmt()
        .json()
        .with_writer(stderr)
        .with_env_filter(
            EnvFilter::try_from_default_env().unwrap_or_else(|_| EnvFilter::new("info")),
        )
        .init();
    std::panic::set_hook(Box::new(|panic| tracing::error!(%panic, "panicked")));
    // Lives as long as the server; the demo's file goes with it.
    let mut scratch = None;
    let file = if config.demo {
        let folder = tempfile::tempdir().map_err(|e| crate::fail(&e.to_string()))?;
        let file = folder.path().join("demo.db");
        scratch = Some(folder);
        file
    } else {
        config.data
    };
    let outcome = start(&file, config.port, config.demo);
    drop(scratch);
    outcome.map_err(|message| crate::fail(&message))
}

fn start(file: &std::path::Path, port: u16, is_demo: bool) -> Result<(), String> {
    let catalogue = Arc::new(Catalogue::embedded().map_err(|e| e.to_string())?);
    let store = Store::open(file).map_err(|e| e.to_string())?;
    if is_demo {
        demo::fill(&store, &catalogue)?;
    }
    let latest_ms = store.latest_told_ms().map_err(|e| e.to_string())?;
    if let Some(latest) = latest_ms.and_then(|ms| Timestamp::from_millisecond(ms).ok()) {
        clock::begin_after(latest);
    }
    let memo = Memo::default();
    routes::log::catch_up(&store, &Desk::new(&catalogue, &memo));
    let store = Data::new(store);
    let lanes = Lanes::default();
    let description = Data::new(openapi::document(&catalogue));
    let solver = Data::new(Solver::new(catalogue, lanes.clone()));
    let imports = Data::new(Arc::new(Imports::<NewCard>::default()));
    let log_imports = Data::new(Arc::new(routes::log::LogImports::default()));
    let large_bodies = Data::new(routes::LargeBodies::default());
    let photo_turns = Data::new(routes::photo::PhotoTurns::default());
    let live = Live::new(&uuid::Uuid::new_v4().simple().to_string());
    let live_data = Data::new(live.clone());
    let refresh = Refresh::default();
    let refresh_data = Data::new(refresh.clone());
    // Probes that were in a piece when the server ended go on.
    let probed = under_way(&store).map_err(|e| e.to_string())?;
    let watched = store.clone();
    let probes = (Store::clone(&store), Solver::clone(&solver), (live.clone(), refresh));
    let server = HttpServer::new(move || {
        App::new()
            .wrap(from_fn(access::guard))
            .wrap(Compress::default())
            .wrap(TracingLogger::<OneLine>::new())
            .wrap(
                DefaultHeaders::new()
                    .add(("Content-Security-Policy", CONTENT_SECURITY_POLICY))
                    .add(("X-Content-Type-Options", "nosniff"))
                    .add(("Referrer-Policy", "no-referrer")),
            )
            .app_data(store.clone())
            .app_data(solver.clone())
            .app_data(description.clone())
            .app_data(imports.clone())
            .app_data(log_imports.clone())
            .app_data(large_bodies.clone())
            .app_data(photo_turns.clone())
            .app_data(live_data.clone())
            .app_data(refresh_data.clone())
            .app_data(web::PathConfig::default().error_handler(|_not_a_number, request| {
                match request.app_data::<Data<OpenApi>>() {
                    Some(description) => assets::refusal(request, description).into(),
                    None => ApiError::internal("no description").into(),
                }
            }))
            .app_data(web::QueryConfig::default().error_handler(|error, _| {
                ApiError::Invalid(vec![cindo_core::error::FieldError {
                    field: "query".to_owned(),
                    message: error.to_string(),
                }])
                .into()
            }))
            .into_utoipa_app()
            .openapi(openapi::head())
            .configure(routes::configure)
            .split_for_parts()
            .0
            .route("/api/openapi.json", web::get().to(get_openapi))
            .default_service(web::to(assets::serve))
    })
    .shutdown_timeout(SHUTDOWN_S)
    .disable_signals()
    // Whoever hangs up in the middle of a request does not wait for its answer.
    .h1_allow_half_closed(false)
    .client_request_timeout(REQUEST_TIME)
    .on_connect(|connection, _| {
        if let Some(connection) = connection.downcast_ref::<TcpStream>() {
            // Without it a listener that stalls holds its connection for ever.
            let _ = set_tcp_user_timeout(connection, UNREAD_MS);
        }
    })
    .bind((Ipv4Addr::LOCALHOST, port))
    .map_err(|e| format!("port {port} cannot be used: {e}; choose another with --port"))?;
    let address = server.addrs().first().copied().ok_or("no address")?;
    actix_web::rt::System::new().block_on(async move {
        let signals = Signals::listen().map_err(|e| e.to_string())?;
        // Whoever has read this may end it. Standard output may be closed; the server is there all the same.
        let _ = writeln!(std::io::stdout(), "Cindo listens on http://{address}");
        for id in probed {
            let (store, solver, tells) = probes.clone();
            probe::keep_reading(store, solver, tells, id);
        }
        actix_web::rt::spawn(watch(watched, live.clone()));
        let running = server.run();
        let handle = running.handle();
        actix_web::rt::spawn(async move {
            signals.any().await;
            live.close();
            // What runs is finished; what would take longer than that is ended.
            actix_web::rt::spawn(async move {
                tokio::time::sleep(Duration::from_secs(SHUTDOWN_S)).await;
                lanes.close();
            });
            handle.stop(true).await;
        });
        running.await.map_err(|e| e.to_string())
    })
}

/// Cooks under way, whatever their number.
fn under_way(store: &Store) -> Result<Vec<CookId>, StoreError> {
    let mut found = Vec::new();
    let mut after = None;
    loop {
        let lines = store.list_under_way(after, LOOKED_THROUGH)?;
        found.extend(lines.cooks.iter().map(|line| line.id));
        after = lines.next;
        if after.is_none() {
            return Ok(found);
        }
    }
}

/// Looks whether the file is in its place and the wall's clock goes on, and says once what it finds.
async fn watch(store: Data<Store>, live: Live) {
    let mut is_in_place = true;
    while !live.is_closed() {
        tokio::time::sleep(WATCH).await;
        let looked_at = store.clone();
        // Nothing is in the heat or rests that a clock set anew would upset.
        let looked = web::block(move || {
            (looked_at.check_place(), looked_at.latest_told_ms().is_ok_and(|told| told.is_none()))
        });
        let Ok((place, is_idle)) = looked.await else { continue };
        if let Err(error) = &place
            && is_in_place
        {
            tracing::error!(%error, "the data file is gone");
        }
        is_in_place = place.is_ok();
        if let Some(ahead_s) = clock::new_jump_s() {
            tracing::warn!(ahead_s, is_idle, "the clock of this machine was moved");
        }
        if is_idle && clock::jump_s().is_some() {
            clock::follow_wall();
        }
    }
}

/// A file may not grow any further; heard, it is an ordinary failure to write. The same number on
/// every system that has it.
const FILE_TOO_LARGE: i32 = 25;

/// What tells the server to stop: the keyboard, the system, the terminal that goes away.
struct Signals {
    stops: [Signal; 3],
    _too_large: Signal,
}

impl Signals {
    fn listen() -> std::io::Result<Self> {
        let on = |kind: SignalKind| signal(kind);
        let kinds = [SignalKind::interrupt(), SignalKind::terminate(), SignalKind::hangup()];
        let [interrupt, terminate, hangup] = kinds.map(on);
        Ok(Self {
            stops: [interrupt?, terminate?, hangup?],
            _too_large: signal(SignalKind::from_raw(FILE_TOO_LARGE))?,
        })
    }

    async fn any(self) {
        let [mut interrupt, mut terminate, mut hangup] = self.stops;
        tokio::select! {
            _ = interrupt.recv() => {}
            _ = terminate.recv() => {}
            _ = hangup.recv() => {}
        }
    }
}

/// One short line for each request, whatever was in it.
struct OneLine;

impl RootSpanBuilder for OneLine {
    fn on_request_start(request: &ServiceRequest) -> Span {
        let target: String = request.path().chars().take(LONGEST_PATH).collect();
        tracing::info_span!(
            "request",
            method = %request.method(),
            target,
            request_id = request.extensions().get::<RequestId>().map(tracing::field::display),
            status = tracing::field::Empty,
        )
    }

    fn on_request_end<B: MessageBody>(span: Span, outcome: &Result<ServiceResponse<B>, Error>) {
        let status = match outcome {
            Ok(response) => response.status(),
            Err(error) => error.as_response_error().status_code(),
        };
        span.record("status", status.as_u16());
        span.in_scope(|| {
            if status.is_client_error() || status.is_server_error() {
                tracing::warn!("refused");
            } else {
                tracing::debug!("answered");
            }
        });
    }
}

async fn get_openapi(description: Data<OpenApi>) -> web::Json<OpenApi> {
    web::Json((**description).clone())
}
