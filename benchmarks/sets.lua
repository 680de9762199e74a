-- Posts one new set after another, as practice screens do, on days spread over three years.
local player, token, threads = os.getenv("BENCH_PLAYER"), os.getenv("BENCH_TOKEN"), 0
function setup(thread)
  threads = threads + 1
  thread:set("id", threads)
end
function init() math.randomseed(os.time() * 10 + id) end
local function uuid()
  return string.format("019a%04x-%04x-7%03x-8%03x-%04x%04x%04x", math.random(0, 65535), math.random(0, 65535), math.random(0, 4095),
    math.random(0, 4095), math.random(0, 65535), math.random(0, 65535), math.random(0, 65535))
end
function request()
  local body = string.format(
    '{"id":"%s","session":"%s","player":"%s","drill":"pull-back-laces-away","order":1,"feet":"left","startedAt":"%s","plannedSeconds":30,"countedBy":"tapped","draft":{"left":%d,"right":0,"seconds":30}}',
    uuid(), uuid(), player, os.date("!%Y-%m-%dT%H:%M:%SZ", os.time() - math.random(0, 900 * 86400)), math.random(20, 60))
  return wrk.format("POST", "/api/sets", { ["Content-Type"] = "application/json", ["Cookie"] = os.getenv("BENCH_COOKIE"), ["RequestVerificationToken"] = token }, body)
end
