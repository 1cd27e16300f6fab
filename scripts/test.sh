#!/bin/sh
# Installs what is missing, runs every check, goes on after a failing one, and closes with one line that counts.
bin=$(dirname "$PY")
data=$(mktemp -d)
trap 'rm -rf "$data"' EXIT
export WIDE_APERTURE_DATA="$data" HYPOTHESIS_PROFILE=ci
# A hundred processes are started: each finds its modules compiled.
unset PYTHONDONTWRITEBYTECODE
units="$data/units.json"
step() {
  name=$1; shift
  if "$@"; then echo "ok: $name"; else echo "FAILED: $name"; fi
}

# Two lanes for two cores, each with what it needs first. The second goes on beside the tests: no core waits.
{
  step "Node packages" make -s install-node
  touch "$data/node"
  step "vue-tsc" sh -c 'cd frontend && npx vue-tsc --noEmit'
  step "eslint" sh -c 'cd frontend && npx eslint --quiet .'
  step "prettier" sh -c 'cd frontend && npx prettier --log-level warn --check src eslint.config.js'
  # No file and no test are failures too.
  step "front-end units" sh -c "cd frontend && npx vitest run --reporter=default --reporter=json --outputFile.json='$units' >'$data/units.log' 2>&1 || { cat '$data/units.log'; exit 1; }"
} >"$data/two.log" 2>&1 &
two=$!
{
  step "Python packages" make -s install-python
  step "chromium" make -s chromium
  step "ruff" "$bin/ruff" check -q .
  step "ruff format" "$bin/ruff" format -q --check .
  step "import contracts" "$bin/lint-imports" --no-cache
  step "mypy" "$bin/mypy" --no-error-summary
  until [ -e "$data/node" ]; do sleep 1; done  # the build uses the packages of both lanes
  step "front-end build" make -s build
} 2>&1 | tee "$data/one.log"

log="$data/tests.log"
# Three processes on two cores: a browser test waits half of its time. A test that hangs must fail, not keep everyone waiting.
timeout -k 10 2700 "$PY" manage.py test --noinput --parallel 3 --timing tests 2>&1 | tee "$log"

wait "$two"
cat "$data/two.log"
steps=$(cat "$data/one.log" "$data/two.log" | grep -c '^ok: ')
failed=$(cat "$data/one.log" "$data/two.log" | grep -c '^FAILED: ')
if [ $((steps + failed)) -ne 12 ]; then echo "FAILED: a check did not end"; failed=$((failed + 1)); fi
count() { "$PY" -c "import json, sys; print(json.load(open(sys.argv[1]))[sys.argv[2]])" "$units" "$1" 2>/dev/null || echo 0; }
units_passed=$(count numPassedTests)
units_failed=$(count numFailedTests)
if [ "$units_passed" -eq 0 ]; then units_failed=1; fi
echo "$units_passed front-end units passed, $units_failed failed"

counts=$(grep -E '^[0-9]+ passed, [0-9]+ failed' "$log" | tail -n 1)
passed=$(echo "$counts" | sed -nE 's/^([0-9]+) passed.*/\1/p')
broken=$(echo "$counts" | sed -nE 's/.* ([0-9]+) failed.*/\1/p')
if [ -z "$counts" ]; then passed=0; broken=1; fi
total_failed=$((broken + failed + units_failed))
echo "$((passed + units_passed + steps)) passed, $total_failed failed"
[ "$total_failed" -eq 0 ]
