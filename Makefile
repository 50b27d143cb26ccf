# Two commands matter: `make demo` and `make test`. Each sets up whatever it needs, once.
PORT ?= 8790
PYTHON ?= python3.11
BIN := .venv/bin
WEB_SOURCES := $(shell find frontend/src frontend/public frontend/field frontend/door -type f 2>/dev/null) frontend/index.html $(wildcard frontend/vite.*.ts) frontend/postcss.config.cjs frontend/tsconfig.json

.PHONY: demo test check bench build format client fuzz mutants taps days long pictures clean chromium

# With PEOPLE=1 or LAN=1 in a folder of its own, with made-up people who sign in; with LAN=1 also to phones on the same network.
demo: .build/runtime .build/web
	@$(BIN)/elm-cover demo --data .demo$(if $(PEOPLE)$(LAN),-people) --port $(PORT) $(if $(PEOPLE),--people) $(if $(LAN),--lan)

test: .build/dev .build/web chromium
	cd frontend && npm run --silent test
	$(BIN)/python -m pytest -n auto --dist loadgroup $(TESTS)

check: .build/dev .build/node
	$(BIN)/ruff check .
	$(BIN)/ruff format --check .
	$(BIN)/mypy
	cd frontend && npm run --silent check

bench: .build/dev .build/web chromium
	$(BIN)/python -m bench

build: .build/dev .build/web
	rm -rf dist build
	$(BIN)/pip wheel --quiet --no-deps --no-build-isolation --wheel-dir dist .
	@ls dist/*.whl

format: .build/dev .build/node
	$(BIN)/ruff check --fix .
	$(BIN)/ruff format .
	cd frontend && npm run --silent format

# The typed client of the front end, made from the program's own OpenAPI document.
client: .build/dev .build/node
	$(BIN)/elm-cover openapi > .build/openapi.json
	cd frontend && npm run --silent client
	$(BIN)/python -m tools.registries > frontend/src/api/generated/registries.ts

fuzz: .build/dev
	$(BIN)/python -m tools.fuzz $(FUZZ)

mutants: .build/dev
	$(BIN)/python -m tools.mutants $(MUTANTS)

# A thousand taps on two phones through cuts, kills and reloads, three seeds.
taps: .build/dev .build/web chromium
	$(BIN)/python -m tools.taps $(TAPS)

# Five thousand random days lived by the phone's own code against the program; DAYS="--days 300" lives fewer.
days: .build/dev .build/web
	$(BIN)/python -m tools.days $(DAYS)

# What takes longer than a test may: simulated days by the thousand.
long: .build/dev .build/web
	LONG=1 $(BIN)/python -m pytest tests/core/filling

pictures: .build/dev .build/web chromium
	$(BIN)/python tools/pictures.py

clean:
	rm -rf .build .venv frontend/node_modules src/elm_cover/web dist build

.build/tools:
	@mkdir -p .build
	@sh tools/need.sh $(PYTHON)
	@touch $@

.build/venv: | .build/tools
	$(PYTHON) -m venv .venv
	@touch $@

.build/runtime: requirements.txt pyproject.toml | .build/venv
	@echo "Installing the pinned Python packages ..."
	$(BIN)/pip install --quiet --disable-pip-version-check --require-hashes -r requirements.txt
	$(BIN)/pip install --quiet --disable-pip-version-check --no-deps --no-build-isolation -e .
	@touch $@

.build/dev: requirements-dev.txt .build/runtime
	$(BIN)/pip install --quiet --disable-pip-version-check --require-hashes -r requirements-dev.txt
	@touch $@

.build/node: frontend/package.json frontend/package-lock.json | .build/tools
	@echo "Installing the pinned front-end packages ..."
	cd frontend && npm ci --no-audit --no-fund --loglevel=error
	@touch $@

.build/web: .build/node $(WEB_SOURCES)
	cd frontend && npm run --silent build
	@touch $@

chromium:
	@sh tools/chromium.sh
