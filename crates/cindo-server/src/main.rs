//! The `cindo` command line: plan, compare, simulate, serve.

#![expect(clippy::print_stderr, reason = "a command line speaks on standard error")]

mod access;
mod assets;
mod card_file;
mod clock;
mod config;
mod demo;
mod error;
mod import;
mod lanes;
mod live;
mod log_file;
mod memo;
mod openapi;
mod picture;
mod plate;
mod probe;
mod refresh;
mod request;
mod routes;
mod serve;
mod sheet;
mod solver;
mod table;
mod turns;

use std::io::{Read, Write};
use std::path::PathBuf;
use std::process::ExitCode;

use cindo_core::ask::compare::compare;
use cindo_core::bench::{Bench, Budget};
use cindo_core::catalogue::Catalogue;
use cindo_core::error::FieldError;
use cindo_core::plan::plan;
use cindo_core::simulate::simulate_in;
use clap::{Parser, Subcommand};
use serde::Serialize;

use crate::config::ServeConfig;

/// The system's own allocator keeps what one large request took; this one gives it back (`.cargo/config.toml`).
#[global_allocator]
static ALLOCATOR: tikv_jemallocator::Jemalloc = tikv_jemallocator::Jemalloc;

/// Exit code for bad input.
const BAD_INPUT: u8 = 2;

/// Plans fish on the heat: what heat, how long a side, when to take it off.
#[derive(Debug, Parser)]
#[command(version, about)]
struct Cli {
    #[command(subcommand)]
    command: Command,
}

#[derive(Debug, Subcommand)]
enum Command {
    /// Starts the server with the front end inside.
    Serve(ServeConfig),
    /// Best plan for one piece and method.
    Plan {
        /// The request as JSON; `-` reads standard input.
        #[arg(default_value = "-")]
        file: PathBuf,
    },
    /// Every method for one piece, best fit first.
    Compare {
        /// The request as JSON; `-` reads standard input.
        #[arg(default_value = "-")]
        file: PathBuf,
    },
    /// The bare solver on faces given by hand.
    Simulate {
        /// The request as JSON; `-` reads standard input.
        #[arg(default_value = "-")]
        file: PathBuf,
    },
    /// Writes the API description (`OpenAPI`) to standard output.
    #[command(hide = true)]
    Openapi,
}

fn main() -> ExitCode {
    let cli = Cli::parse();
    let outcome = match cli.command {
        Command::Serve(config) => serve::run(config),
        Command::Plan { file } => known(&file, |bench, request| plan(bench, request)),
        Command::Compare { file } => known(&file, |bench, request| compare(bench, request)),
        Command::Simulate { file } => {
            answer(&file, |request| simulate_in(Some(&budget()), &request))
        }
        Command::Openapi => describe(),
    };
    outcome.err().unwrap_or(ExitCode::SUCCESS)
}

/// One line on standard error, with nothing in it that a terminal would obey: names of files are
/// somebody else's too.
fn complain(message: &str) {
    let line: String = message
        .chars()
        .map(|c| if c == '\n' { ' ' } else { c })
        .map(|c| if c.is_control() { '\u{fffd}' } else { c })
        .collect();
    eprintln!("cindo: {line}");
}

fn fail(message: &str) -> ExitCode {
    complain(message);
    ExitCode::FAILURE
}

/// Prints the API's description.
fn describe() -> Result<(), ExitCode> {
    let catalogue = Catalogue::embedded().map_err(|e| fail(&e.to_string()))?;
    let json = openapi::document(&catalogue).to_pretty_json();
    print(&json.map_err(|e| fail(&e.to_string()))?)
}

/// What one answer may cost, here as on the server.
fn budget() -> Budget {
    Budget::of(lanes::MOST_WORK)
}

/// Answers a request that is about what the catalogue knows.
fn known<Q, A>(
    file: &PathBuf,
    solve: impl FnOnce(Bench<'_>, &Q) -> Result<A, Vec<FieldError>>,
) -> Result<(), ExitCode>
where
    Q: serde::de::DeserializeOwned + utoipa::ToSchema,
    A: Serialize,
{
    let catalogue = Catalogue::embedded().map_err(|e| fail(&e.to_string()))?;
    answer(file, |request| solve(Bench::new(&catalogue, &budget()), &request))
}

/// Reads a request, answers it as JSON on standard output; bad input is one line on standard error.
fn answer<Q, A>(
    file: &PathBuf,
    solve: impl FnOnce(Q) -> Result<A, Vec<FieldError>>,
) -> Result<(), ExitCode>
where
    Q: serde::de::DeserializeOwned + utoipa::ToSchema,
    A: Serialize,
{
    let bad = |errors: Vec<FieldError>| {
        let lines: Vec<String> = errors.iter().map(ToString::to_string).collect();
        complain(&lines.join("; "));
        ExitCode::from(BAD_INPUT)
    };
    let mut bytes = Vec::new();
    let read = if file.as_os_str() == "-" {
        std::io::stdin().read_to_end(&mut bytes).map(|_| ())
    } else {
        std::fs::read(file).map(|content| bytes = content)
    };
    read.map_err(|e| {
        bad(vec![FieldError { field: file.display().to_string(), message: e.to_string() }])
    })?;
    let request = request::parse(&bytes).map_err(|e| bad(vec![e.into()]))?;
    let answer = solve(request).map_err(bad)?;
    let json = serde_json::to_string(&answer).map_err(|e| fail(&e.to_string()))?;
    print(&json)
}

/// Prints a line; a reader that has gone away is not our failure.
fn print(text: &str) -> Result<(), ExitCode> {
    let mut out = std::io::stdout().lock();
    match writeln!(out, "{text}").and_then(|()| out.flush()) {
        Err(e) if e.kind() != std::io::ErrorKind::BrokenPipe => Err(fail(&e.to_string())),
        _ => Ok(()),
    }
}
