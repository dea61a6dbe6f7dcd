//! One order of rooms: every module uses only those before it. Reads the sources of `cindo-heat` and
//! `cindo-core`: `use`, `pub use`, inline paths, `super`, and paths inside macros; tests are left out.

#![expect(clippy::unwrap_used, reason = "a helper that cannot work should stop its test")]

use std::collections::BTreeSet;
use std::path::{Path, PathBuf};

use proc_macro2::{TokenStream, TokenTree};
use syn::visit::{self, Visit};

/// Lowest first.
const HEAT: [&str; 15] = [
    "bounded",
    "constants",
    "water",
    "composition",
    "ice",
    "flesh",
    "surround",
    "reservoir",
    "grid",
    "outline",
    "cells",
    "centre",
    "solve",
    "dose",
    "lethality",
];
/// Lowest first.
const CORE: [&str; 18] = [
    "say",
    "error",
    "catalogue",
    "bench",
    "piece",
    "kitchen",
    "setup",
    "timeline",
    "side_view",
    "caution",
    "plan",
    "cut_face",
    "ask",
    "prep",
    "cook",
    "log",
    "lineup",
    "simulate",
];

/// Everything that one file names of its own crate, as top modules.
struct Reader {
    /// Where the file stands: `["plan", "search"]`.
    here: Vec<String>,
    named: BTreeSet<String>,
}

impl Reader {
    /// The top module that a path leads to, if it leads into this crate.
    fn follow(&mut self, path: &[String]) {
        let mut base: Vec<String> = match path.first().map(String::as_str) {
            Some("crate") => Vec::new(),
            Some("super" | "self") => self.here.clone(),
            _ => return,
        };
        let mut rest = path;
        while let Some((first, tail)) = rest.split_first() {
            match first.as_str() {
                "crate" | "self" => {}
                "super" => drop(base.pop()),
                _ => break,
            }
            rest = tail;
        }
        base.extend(rest.iter().cloned());
        if let Some(top) = base.into_iter().next() {
            self.named.insert(top);
        }
    }

    fn follow_tree(&mut self, before: &[String], tree: &syn::UseTree) {
        let with = |ident: &syn::Ident| {
            let mut path = before.to_vec();
            path.push(ident.to_string());
            path
        };
        match tree {
            syn::UseTree::Path(path) => self.follow_tree(&with(&path.ident), &path.tree),
            syn::UseTree::Name(name) => self.follow(&with(&name.ident)),
            syn::UseTree::Rename(name) => self.follow(&with(&name.ident)),
            syn::UseTree::Glob(_) => self.follow(before),
            syn::UseTree::Group(group) => {
                for tree in &group.items {
                    self.follow_tree(before, tree);
                }
            }
        }
    }

    /// Macros are not parsed: their paths are runs of names joined by colons.
    fn follow_tokens(&mut self, tokens: TokenStream) {
        let mut path: Vec<String> = Vec::new();
        for token in tokens {
            match token {
                TokenTree::Ident(ident) => {
                    if path.last().is_none_or(|last| last != "::") {
                        path.clear();
                    }
                    path.push(ident.to_string());
                }
                TokenTree::Punct(colon) if colon.as_char() == ':' => {
                    if !path.is_empty() && path.last().is_some_and(|last| last != "::") {
                        path.push("::".to_owned());
                    }
                }
                TokenTree::Group(group) => {
                    self.follow_tokens(group.stream());
                    path.clear();
                }
                _ => path.clear(),
            }
            let names: Vec<String> = path.iter().filter(|part| *part != "::").cloned().collect();
            if names.len() > 1 {
                self.follow(&names);
            }
        }
    }
}

fn is_test(attributes: &[syn::Attribute]) -> bool {
    attributes.iter().any(|a| {
        a.path().is_ident("cfg")
            && matches!(&a.meta, syn::Meta::List(list) if list.tokens.to_string() == "test")
    })
}

impl<'ast> Visit<'ast> for Reader {
    fn visit_item_use(&mut self, item: &'ast syn::ItemUse) {
        if !is_test(&item.attrs) {
            self.follow_tree(&[], &item.tree);
        }
    }

    fn visit_item_mod(&mut self, item: &'ast syn::ItemMod) {
        if !is_test(&item.attrs) {
            self.here.push(item.ident.to_string());
            visit::visit_item_mod(self, item);
            self.here.pop();
        }
    }

    fn visit_item_impl(&mut self, item: &'ast syn::ItemImpl) {
        if !is_test(&item.attrs) {
            visit::visit_item_impl(self, item);
        }
    }

    fn visit_item_fn(&mut self, item: &'ast syn::ItemFn) {
        if !is_test(&item.attrs) {
            visit::visit_item_fn(self, item);
        }
    }

    fn visit_path(&mut self, path: &'ast syn::Path) {
        let names: Vec<String> = path.segments.iter().map(|s| s.ident.to_string()).collect();
        self.follow(&names);
        visit::visit_path(self, path);
    }

    fn visit_macro(&mut self, item: &'ast syn::Macro) {
        self.follow_tokens(item.tokens.clone());
        visit::visit_macro(self, item);
    }
}

/// Top modules that a source file at `here` names.
fn named(here: &[&str], source: &str) -> BTreeSet<String> {
    let here = here.iter().map(|part| (*part).to_owned()).collect();
    let mut reader = Reader { here, named: BTreeSet::new() };
    reader.visit_file(&syn::parse_file(source).unwrap());
    reader.named
}

/// Arrows up from one file.
fn arrows_up(order: &[&str], here: &[&str], source: &str) -> Vec<String> {
    let place = |module: &str| order.iter().position(|m| *m == module);
    let from = place(here[0]).unwrap_or_else(|| panic!("`{}` has no place in the order", here[0]));
    named(here, source)
        .iter()
        .filter(|to| place(to).is_some_and(|to| to > from))
        .map(|to| format!("{} uses {to}, which stands above {}", here.join("::"), here[0]))
        .collect()
}

fn sources(folder: &Path, found: &mut Vec<PathBuf>) {
    for entry in std::fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        if path.is_dir() {
            sources(&path, found);
        } else if path.extension().is_some_and(|e| e == "rs") {
            found.push(path);
        }
    }
}

/// Every arrow up in a crate, and how many files were read.
fn breaches(folder: &str, order: &[&str]) -> (Vec<String>, usize) {
    let root = PathBuf::from(env!("CARGO_MANIFEST_DIR")).join(folder);
    let mut files = Vec::new();
    sources(&root, &mut files);
    let mut modules = BTreeSet::new();
    let mut found = Vec::new();
    for file in &files {
        let inside = file.strip_prefix(&root).unwrap().with_extension("");
        let mut here: Vec<&str> = inside.iter().map(|part| part.to_str().unwrap()).collect();
        if here == ["lib"] || here.last() == Some(&"tests") {
            continue;
        }
        if here.last() == Some(&"mod") {
            here.pop();
        }
        modules.insert(here[0].to_owned());
        found.extend(arrows_up(order, &here, &std::fs::read_to_string(file).unwrap()));
    }
    let ordered: BTreeSet<String> = order.iter().map(|m| (*m).to_owned()).collect();
    assert_eq!(modules, ordered, "the order names every module of {folder} and no other");
    (found, files.len())
}

#[test]
fn every_module_uses_only_those_before_it() {
    for (folder, order, least) in [("../cindo-heat/src", &HEAT[..], 18), ("src", &CORE[..], 60)] {
        let (found, files) = breaches(folder, order);
        assert!(files >= least, "only {files} files read in {folder}");
        assert!(found.is_empty(), "{}", found.join("\n"));
    }
}

/// The check sees each way of naming a module, and nothing in tests, comments or strings.
#[test]
fn an_arrow_up_is_seen_however_it_is_written() {
    for planted in [
        "use crate::plan::plan;",
        "pub use crate::plan::{Step, PlanAnswer};",
        "use crate::{error::Problems, plan};",
        "pub(crate) use super::super::plan::Step as Other;",
        "use crate::plan::*;",
        "fn f() { crate::plan::plan() }",
        "fn f() -> Vec<crate::plan::Step> { Vec::new() }",
        "fn f() { let x = vec![crate::plan::FIRST]; }",
        "mod inner { use super::super::super::plan::Step; }",
        "impl super::super::plan::Step { }",
    ] {
        let found = arrows_up(&CORE, &["setup", "request"], planted);
        assert_eq!(found, ["setup::request uses plan, which stands above setup"], "{planted}");
    }
    for fine in [
        "use crate::catalogue::Cut; use super::Target; use super::super::piece::Piece;",
        "#[cfg(test)] mod tests { use crate::plan::plan; }",
        "// crate::plan::plan\nfn f() -> &'static str { \"crate::plan\" }",
        "use cindo_heat::solve::Simulation; use std::fmt;",
    ] {
        assert!(arrows_up(&CORE, &["setup", "request"], fine).is_empty(), "{fine}");
    }
}
