# What each target is for is said beside it; `make help` lists them.
PYTHON ?= python3
WORKERS ?= 2
MINUTES ?= 20
VENV := .venv
BIN := $(VENV)/bin
STATIC := src/zero_slate/web/static/index.html
FRONTEND := $(shell find frontend/src frontend/static -type f -not -name schema.d.ts) \
	frontend/svelte.config.js frontend/vite.config.ts docs/openapi.json
export ZERO_SLATE_HOME ?= $(CURDIR)/.data

.DEFAULT_GOAL := help
.PHONY: help setup demo test explore check bench screenshots documents words lock format

help: ## list the targets
	@grep -hE '^[a-z]+:.*##' $(MAKEFILE_LIST) | sed -E 's/^([a-z]+):.*## /\1\t/' | column -t -s "$$(printf '\t')"

setup: $(VENV)/run.done $(STATIC) ## install and build what running needs

demo: setup ## make the demo productions, and serve them (RESET=1 starts afresh)
	$(BIN)/zero-slate demo $(if $(filter 1,$(RESET)),--reset)

test: $(VENV)/dev.done $(STATIC) frontend/node_modules/.done ## run every test, the browser's too
	sh scripts/chromium.sh
	cd frontend && npm run --silent test
	$(BIN)/pytest -n $(WORKERS)

explore: $(VENV)/dev.done ## try the properties with fresh examples (MINUTES=20)
	$(BIN)/python -m scripts.explore --minutes $(MINUTES)

check: $(VENV)/dev.done frontend/node_modules/.done ## lint, types, import rules, formatting, drift
	$(BIN)/ruff check .
	$(BIN)/ruff format --check .
	$(BIN)/mypy
	$(BIN)/lint-imports
	$(BIN)/python -m scripts.drift
	cd frontend && npm run --silent check && npm run --silent lint

bench: $(VENV)/dev.done $(STATIC) ## measure the speeds that are promised
	sh scripts/chromium.sh
	$(BIN)/python -m bench

screenshots: $(VENV)/dev.done $(STATIC) ## take the pictures in docs/screenshots from the demo
	sh scripts/chromium.sh
	$(BIN)/python -m scripts.screenshots

documents: $(VENV)/dev.done ## write what is made from the code: the API's document, the JSON Schemas
	$(BIN)/python -m zero_slate.web.openapi > docs/openapi.json
	$(BIN)/zero-slate schema setup > docs/schema/setup.schema.json
	$(BIN)/zero-slate schema edit-format > docs/schema/edit-format.schema.json
	$(BIN)/python -m scripts.actions > frontend/src/lib/keys/actions.json
	$(BIN)/python -m scripts.commands > frontend/src/lib/help/commands.json

words: $(VENV)/dev.done frontend/node_modules/.done ## list everything that is said, a file per subject, in build/words
	$(BIN)/python -m scripts.words build/words

lock: $(VENV)/dev.done ## pin the newest versions that fit
	sh scripts/lock.sh $(BIN)

format: $(VENV)/dev.done frontend/node_modules/.done ## format everything
	$(BIN)/ruff check --fix .
	$(BIN)/ruff format .
	cd frontend && npm run --silent format

$(VENV)/bin/python:
	@$(PYTHON) -c 'import sys; sys.exit(sys.version_info < (3, 11))' || \
		{ echo "Zero Slate needs Python 3.11 or later; set PYTHON=python3.11, say."; exit 1; }
	$(PYTHON) -m venv $(VENV)

$(VENV)/run.done: requirements.lock pyproject.toml | $(VENV)/bin/python
	$(BIN)/pip install -q -r requirements.lock
	$(BIN)/pip install -q --no-deps -e .
	touch $@

$(VENV)/dev.done: requirements-dev.lock $(VENV)/run.done
	$(BIN)/pip install -q -r requirements-dev.lock
	touch $@

frontend/node_modules/.done: frontend/package-lock.json
	cd frontend && npm ci --no-fund --no-audit --loglevel=error
	touch $@

$(STATIC): frontend/node_modules/.done $(FRONTEND)
	cd frontend && npm run --silent build -- --logLevel warn
	touch $@
