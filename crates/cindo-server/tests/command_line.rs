//! The command line: same shapes as the API, exit code 2 and one line for bad input.

#![expect(clippy::unwrap_used, reason = "a helper that cannot work should stop its test")]

mod support;

use std::io::Write;
use std::process::{Command, Output, Stdio};

use serde_json::Value;
use support::{HAKE, PAN};

fn cindo(arguments: &[&str], input: &str) -> Output {
    let mut child = Command::new(env!("CARGO_BIN_EXE_cindo"))
        .args(arguments)
        .stdin(Stdio::piped())
        .stdout(Stdio::piped())
        .stderr(Stdio::piped())
        .spawn()
        .unwrap();
    // A command that refuses its arguments never reads.
    let _ = child.stdin.take().unwrap().write_all(input.as_bytes());
    child.wait_with_output().unwrap()
}

#[test]
fn plan_and_simulate_read_a_file_or_standard_input() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("hake.json");
    std::fs::write(&file, HAKE).unwrap();
    let by_file = cindo(&["plan", &file.display().to_string()], "");
    let by_dash = cindo(&["plan", "-"], HAKE);
    let by_default = cindo(&["plan"], HAKE);
    assert!(by_file.status.success());
    assert_eq!(by_file.stdout, by_dash.stdout);
    assert_eq!(by_file.stdout, by_default.stdout);
    let plan: Value = serde_json::from_slice(&by_file.stdout).unwrap();
    assert!(plan["pull_s"].as_f64().unwrap() > 60.0);
    let run: Value = serde_json::from_slice(&cindo(&["simulate"], PAN).stdout).unwrap();
    assert_eq!(run["time_s"].as_array().unwrap().len(), 21);
}

#[test]
fn compare_lists_every_method() {
    let piece = r#"{"piece":{"species":"tuna","cut":"steak","thickness_mm":28,"start_c":5}}"#;
    let run = cindo(&["compare"], piece);
    assert!(run.status.success());
    let answer: Value = serde_json::from_slice(&run.stdout).unwrap();
    assert_eq!(answer["methods"].as_array().unwrap().len(), 21);
    assert_eq!(answer["methods"][0]["method"], "rare_sear");
}

#[test]
fn bad_input_is_exit_code_2_and_one_line() {
    for (arguments, input, word) in [
        (&["plan"][..], HAKE.replace("28", "2800"), "piece.thickness_mm"),
        (&["plan"], HAKE.replace("hake", "dragon"), "piece.species"),
        (&["plan"], "nonsense".to_owned(), "body"),
        (&["plan", "/no/such/file.json"], String::new(), "/no/such/file.json"),
        (&["compare"], HAKE.replace("hake", "dragon"), "method"),
        (
            &["compare"],
            r#"{"piece":{"species":"dragon","cut":"loin","thickness_mm":28,"start_c":5}}"#
                .to_owned(),
            "piece.species",
        ),
        (&["simulate"], PAN.replace("\"every_s\":10", "\"every_s\":0"), "every_s"),
        (&["simulate"], PAN.replace("0.80", "0.10"), "composition"),
    ] {
        let run = cindo(arguments, &input);
        assert_eq!(run.status.code(), Some(2), "{word}");
        let complaint = String::from_utf8(run.stderr).unwrap();
        assert_eq!(complaint.trim_end().lines().count(), 1, "{complaint}");
        assert!(complaint.contains(word), "{complaint}");
        assert!(run.stdout.is_empty());
    }
}

/// Whatever names and texts hold, nothing reaches the terminal that it would obey.
#[test]
fn escapes_never_reach_the_terminal() {
    let escape = "\u{1b}[2J\u{7}\u{9b}31m";
    let request = HAKE.replace(
        "hake",
        &escape.escape_unicode().to_string().replace("\\u{", "\\u00").replace('}', ""),
    );
    let file = format!("/no/such/{escape}.json");
    let data = format!("/no/such/{escape}/box.db");
    for (arguments, input) in [
        (&["plan"][..], request.as_str()),
        (&["plan"], &HAKE.replace("species", "\\u001b[2J")),
        (&["plan"], "\u{1b}[2J"),
        (&["simulate", &file], ""),
        (&["serve", "--port", "0", "--data", &data], ""),
    ] {
        let run = cindo(arguments, input);
        assert!(!run.status.success());
        let said = String::from_utf8(run.stderr).unwrap();
        assert!(said.lines().count() == 1 && said.len() < 2000, "{said:?}");
        assert!(!said.trim_end().chars().any(char::is_control), "{said:?}");
    }
}
