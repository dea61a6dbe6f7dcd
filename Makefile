# Cindo's commands. Everything that a fresh machine lacks is installed into the checkout, but for
# Debian's browser, which needs root.

SHELL := /bin/bash
.SHELLFLAGS := -euo pipefail -c
.DEFAULT_GOAL := help

PORT ?= 4747
ROUNDS ?= 20
MINUTES ?= 30
FUZZ_SECONDS ?= 600
EXAMPLES ?= 100
SCHEMA_PORT ?= 4748
CINDO ?= cargo run --quiet --locked --package cindo-server --
TOOLS := target/tools
DENY := $(TOOLS)/bin/cargo-deny
MACHETE := $(TOOLS)/bin/cargo-machete
SCHEMATHESIS := $(TOOLS)/schemathesis/bin/st
FUZZ := $(TOOLS)/bin/cargo-fuzz
# Nothing of ours is unsafe: without a sanitizer more is tried in the time.
# The flags that it needs are of the nightly compiler; the one at hand takes them too.
FUZZ_RUN := RUSTC_BOOTSTRAP=1 $(FUZZ) run --sanitizer none --target-dir target/fuzz/build
WEB_SOURCES := $(shell find web/src web/public -type f 2>/dev/null) web/index.html web/vite.config.ts web/package-lock.json

.PHONY: help demo test soak soak-server fuzz schema check bench sweep worst codegen build build-web shots browser clean

help: ## Shows this list
	@grep -hE '^[a-z-]+:.*##' Makefile | sed -E 's/:.*## /\t/' | expand -t 14

demo: build ## Builds what is missing and starts on fresh demo data
	./target/release/cindo serve --demo --port $(PORT)

build: build-web ## Front end and release binary
	cargo build --release --locked --package cindo-server

build-web: web/dist/index.html ## Front end only

web/node_modules/.package-lock.json: web/package-lock.json
	cd web && npm ci --no-fund --no-audit
	touch $@

web/dist/index.html: web/node_modules/.package-lock.json $(WEB_SOURCES)
	cd web && npm run --silent build

browser: ## Installs Debian's Chromium and its driver when missing
	@if ! command -v chromium >/dev/null || ! command -v chromedriver >/dev/null; then \
	  if [ "$$(id -u)" != 0 ] || ! command -v apt-get >/dev/null; then \
	    echo "The browser tests need chromium and chromedriver on the path: install Debian's packages chromium and chromium-driver." >&2; exit 1; \
	  fi; \
	  apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends chromium chromium-driver >/dev/null; \
	fi

test: browser build-web ## Every test, the browser ones included
	cargo test --workspace --locked

soak: ## Draws new cases for the properties, ROUNDS times; what fails is written beside them
	for round in $$(seq $(ROUNDS)); do \
	  PROPTEST_RNG_SEED=$$(( $$(date +%s) + round )) cargo test --workspace --locked --exclude cindo-server --exclude cindo-e2e; \
	done

soak-server: build-web ## Half an hour of mixed traffic on a release server with a kill a minute, as a table: MINUTES=30
	CINDO_SOAK_MINUTES=$(MINUTES) cargo test --release --locked --package cindo-server --test soak -- --ignored --nocapture

fuzz: $(FUZZ) ## Fuzzes the readers of outside data, FUZZ_SECONDS each
	for target in ask file told; do \
	  mkdir -p target/fuzz/corpus/$$target; \
	  $(FUZZ_RUN) $$target target/fuzz/corpus/$$target fuzz/seeds/$$target -- \
	    -dict=fuzz/ask.dict -max_total_time=$(FUZZ_SECONDS) -timeout=5 -rss_limit_mb=1024 -max_len=32768; \
	done

schema: build-web $(SCHEMATHESIS) ## Drives the API by its own description, EXAMPLES for each address
	cargo build --locked --package cindo-server
	./target/debug/cindo serve --demo --port $(SCHEMA_PORT) >/dev/null 2>&1 & server=$$!; \
	  trap "kill $$server" EXIT; sleep 2; \
	  $(SCHEMATHESIS) run openapi.json --url http://127.0.0.1:$(SCHEMA_PORT) --max-examples $(EXAMPLES) --seed 1

check: build-web $(DENY) $(MACHETE) ## Format, lints, types, licences, generated files
	cargo fmt --all --check
	cargo clippy --workspace --all-targets --locked -- -D warnings
	$(DENY) --log-level error check bans licenses sources
	$(MACHETE)
# The program as the tests build it: built by itself it and all that it stands on would be built a second time.
	cargo test --quiet --workspace --locked --no-run
	$(MAKE) --no-print-directory codegen CINDO=./target/debug/cindo
	@git diff --exit-code -- openapi.json web/src/api/schema.gen.ts || { echo "Generated files were out of date: commit them." >&2; exit 1; }
	cd web && npm run --silent types && npm run --silent lint

# Tools that only read a few files: without optimisation they are there much sooner.
$(DENY):
	cargo install --quiet --locked --debug --root $(TOOLS) cargo-deny@0.20.2

$(SCHEMATHESIS):
	python3 -m venv $(TOOLS)/schemathesis
	$(TOOLS)/schemathesis/bin/pip install --quiet schemathesis==4.32.5

$(FUZZ):
	cargo install --quiet --locked --root $(TOOLS) cargo-fuzz@0.13.2

$(MACHETE):
	cargo install --quiet --locked --debug --root $(TOOLS) cargo-machete@0.9.2

codegen: web/node_modules/.package-lock.json ## OpenAPI and TypeScript types from the Rust types
	$(CINDO) openapi > openapi.json.new
	mv openapi.json.new openapi.json
	cd web && npm run --silent codegen

bench: ## Speed of the solver and of whole plans
	cargo bench --locked --package cindo-core --bench speed

sweep: ## One line a plan over every fish, cut, thickness and method, as CSV: ONLY=sear EVERY=5 PLANE=1; COMPARE=1 for how long comparing takes
	cargo bench --locked --package cindo-core --bench sweep

worst: ## The slowest ladders, questions asked backwards and substitutes, each timed alone: EVERY=60
	cargo bench --locked --package cindo-core --bench worst

shots: browser build-web ## Pictures of the main views into docs/screenshots
	cargo build --locked --package cindo-server
	cargo run --locked --package cindo-e2e --example shots

clean: ## Removes everything built
	rm -rf target web/dist web/node_modules
