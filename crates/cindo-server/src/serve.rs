//! The server: loopback only, the front end inside, a graceful stop.

use std::net::Ipv4Addr;
use std::process::ExitCode;
use std::sync::Arc;

use actix_web::middleware::{Compress, DefaultHeaders};
use actix_web::web::{self, Data, PayloadConfig};
use actix_web::{App, HttpServer};
use cindo_core::catalogue::Catalogue;
use cindo_store::Store;
use tracing_actix_web::TracingLogger;
use tracing_subscriber::EnvFilter;
use utoipa_actix_web::AppExt;

use crate::config::ServeConfig;
use crate::error::ApiError;
use crate::solver::Solver;
use crate::{assets, demo, openapi, routes};

/// Seconds that running requests get at the end.
const SHUTDOWN_S: u64 = 3;
/// Scripts, styles and fonts from here alone. Styles may be inline because drawn parts carry their
/// sizes with them; scripts may not.
const CONTENT_SECURITY_POLICY: &str = "default-src 'self'; style-src 'self' 'unsafe-inline'; \
     img-src 'self' data: blob:; object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'";

/// Runs the server until it is told to stop.
pub(crate) fn run(config: ServeConfig) -> Result<(), ExitCode> {
    // Request logs as JSON on standard error; the address alone goes to standard output.
    tracing_subscriber::fmt()
        .json()
        .with_writer(std::io::stderr)
        .with_env_filter(
            EnvFilter::try_from_default_env().unwrap_or_else(|_| EnvFilter::new("info")),
        )
        .init();
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
    let store = Data::new(store);
    let solver = Data::new(Solver::new(catalogue));
    let description = Data::new(openapi::document());
    let server = HttpServer::new(move || {
        App::new()
            .wrap(Compress::default())
            .wrap(TracingLogger::default())
            .wrap(
                DefaultHeaders::new()
                    .add(("Content-Security-Policy", CONTENT_SECURITY_POLICY))
                    .add(("X-Content-Type-Options", "nosniff"))
                    .add(("Referrer-Policy", "no-referrer")),
            )
            .app_data(store.clone())
            .app_data(solver.clone())
            .app_data(description.clone())
            .app_data(PayloadConfig::new(routes::BODY_LIMIT))
            .app_data(web::PathConfig::default().error_handler(|error, _| {
                ApiError::NotFound(format!("no such card: {error}")).into()
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
    .bind((Ipv4Addr::LOCALHOST, port))
    .map_err(|e| format!("port {port} cannot be used: {e}; choose another with --port"))?;
    let address = server.addrs().first().copied().ok_or("no address")?;
    println!("Cindo listens on http://{address}");
    actix_web::rt::System::new().block_on(server.run()).map_err(|e| e.to_string())
}

async fn get_openapi(
    description: Data<utoipa::openapi::OpenApi>,
) -> web::Json<utoipa::openapi::OpenApi> {
    web::Json((**description).clone())
}
