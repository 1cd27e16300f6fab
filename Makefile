# Everything a newcomer needs: `make demo` and `make test`.
# What is used is compiled once, when it is first used: a third of an installation was spent on compiling the rest.
unexport PYTHONDONTWRITEBYTECODE
PORT ?= 8000
PYTHON ?= python3
VENV := .venv
PY := $(VENV)/bin/python
PIP := env -u PIP_FIND_LINKS $(VENV)/bin/pip --disable-pip-version-check --quiet
CASES ?=
SOURCES := $(shell find frontend/src frontend/public frontend/index.html frontend/preflight.html frontend/vite.config.ts frontend/vite.file.config.ts -type f)

.PHONY: demo demo-reset dev test lint types build install install-python install-node lock schema bench screenshots judge agree chromium clean wheel take-copy frozen focus-table beginnings atlas-pictures intervals mutants mutants-data

demo: install build  ## build, load demo data, serve
	@$(PY) manage.py prepare
	@$(PY) manage.py load_demo
	@$(PY) manage.py serve --port $(PORT)

demo-reset: install  ## put every demo row back to how it came
	@$(PY) manage.py prepare
	@$(PY) manage.py load_demo --reset

dev: install  ## hot reload on both sides; open http://127.0.0.1:5173
	@$(PY) manage.py prepare && $(PY) manage.py load_demo
	@trap 'trap - EXIT INT TERM; kill 0' EXIT INT TERM; \
	  WIDE_APERTURE_DEV=1 $(PY) manage.py runserver 127.0.0.1:$(PORT) & \
	  (cd frontend && PORT=$(PORT) npx vite) & wait

test:  ## everything: install, lint, types, import contracts, build, core, API and browser tests
	@PY=$(PY) sh scripts/test.sh

intervals: install  ## the bench's intervals over forty seeds of every test, also of those that take minutes
	@WIDE_APERTURE_ALL_SEEDS=1 $(PY) manage.py test --noinput --parallel 2 tests.core.bench.test_tests.Intervals tests.core.bench.test_tests.IntervalsOfHands

lint: install
	$(VENV)/bin/ruff check . && $(VENV)/bin/ruff format --check .
	$(VENV)/bin/mypy
	$(VENV)/bin/lint-imports
	cd frontend && npx vue-tsc --noEmit && npx eslint --quiet . && npx prettier --log-level warn --check src eslint.config.js

install: install-python install-node
install-python: $(VENV)/.installed
install-node: frontend/node_modules/.installed

$(VENV)/.installed: requirements/dev.lock pyproject.toml
	@$(PYTHON) -c 'import sys; sys.exit(sys.version_info < (3, 11))' || { echo "Python 3.11 or newer is needed; found $$($(PYTHON) --version)."; exit 1; }
	@test -x $(PY) || $(PYTHON) -m venv $(VENV)
	@$(PIP) install --no-compile --require-hashes -r requirements/dev.lock
	@$(PIP) install --no-deps --no-build-isolation -e .
	@touch $@

frontend/node_modules/.installed: frontend/package-lock.json
	@node -e 'const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 20 || (a === 20 && b >= 19) ? 0 : 1)' 2>/dev/null || { echo "Node 20.19 or newer is needed."; exit 1; }
	@cd frontend && npm ci --no-audit --no-fund --ignore-scripts --loglevel=error
	@touch $@

build: frontend/dist/.built

frontend/dist/.built: frontend/node_modules/.installed $(VENV)/.installed $(SOURCES)
	@cd frontend && npx vite build --logLevel warn && npx vite build --logLevel warn --config vite.file.config.ts
	@$(PY) -m whitenoise.compress -q frontend/dist/assets
	@touch $@

chromium:
	@sh scripts/chromium.sh

lock:  ## refresh both lock files; neither holds a registry's address
	env -u PIP_FIND_LINKS $(VENV)/bin/pip-compile --quiet --upgrade --generate-hashes --allow-unsafe --strip-extras \
	  --build-deps-for editable --extra dev --no-emit-index-url --no-emit-trusted-host --no-emit-find-links \
	  -o requirements/dev.lock pyproject.toml
	cd frontend && npm update --package-lock-only --no-audit --no-fund

schema: install  ## OpenAPI file, JSON Schemas and the front end's types, from the code
	@$(PY) -m scripts.setting_ids
	@$(PY) -m scripts.figures_table
	@$(PY) manage.py export_schemas
	@cd frontend && npm run -s types

wheel: install build  ## build the wheel and try it in an empty environment of every interpreter found
	@$(PY) -m scripts.wheel

take-copy: install  ## put the last good copy in a damaged database's place
	@$(PY) manage.py take_copy

beginnings: install  ## the small pictures of the guided brief, drawn anew
	@$(PY) -m scripts.begin_pictures

atlas-pictures: install  ## the Atlas's illustrations, drawn anew
	@$(PY) -m scripts.atlas_pictures

bench: install build chromium  ## print the measured figures
	@$(PY) -m benchmarks

screenshots: install build chromium  ## rewrite docs/screenshots from the demo data, in a folder of its own
	@$(PY) -m scripts.screenshots

judge:  ## compare plans with every judgement case here, or with others: make judge CASES=/abs/path.json
	@$(PY) -m tests.core.judgement $(CASES)

agree:  ## does each plan's own frame confirm it? over the demo, the cases and others: make agree CASES=/abs/path.json
	@$(PY) -m tests.core.agree $(CASES)

clean:
	rm -rf frontend/dist frontend/node_modules $(VENV)

focus-table: install  ## what the focus lab found, for the plan's reasons, after a change that is meant
	@$(PY) -m scripts.focus_table

frozen: install  ## write the frozen answers of the core anew, after a change that is meant
	@DJANGO_SETTINGS_MODULE=wide_aperture.server.settings $(PY) -m tests.core.frozen

mutants: install  ## do the tests hold the numbers? small changes to the core, one at a time; takes up to 20 minutes
	@$(PY) -m scripts.mutants --only functions --survivors

mutants-data: install  ## the same for every number of the craft data, a tenth each way; takes an hour and more on an idle machine
	@$(PY) -m scripts.mutants --only data --survivors
