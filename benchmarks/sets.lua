-- Posts one new set after another, as practice screens do, on days spread over three years; or, for the floor, one trivial row.
-- Who plays: a line for each player, its id, the form token and the cookie of its household, parted by tabs.
local threads, players = 0, {}
local target = os.getenv("BENCH_TARGET")
function setup(thread)
  threads = threads + 1
  thread:set("id", threads)
end
function init()
  math.randomseed(os.time() * 10 + id)
  for player, token, cookie in os.getenv("BENCH_PLAYERS"):gmatch("([^\t\n]+)\t([^\t\n]+)\t([^\t\n]+)") do
    players[#players + 1] = { id = player, token = token, cookie = cookie }
  end
end
local function uuid()
  return string.format("019a%04x-%04x-7%03x-8%03x-%04x%04x%04x", math.random(0, 65535), math.random(0, 65535), math.random(0, 4095),
    math.random(0, 4095), math.random(0, 65535), math.random(0, 65535), math.random(0, 65535))
end
local function taps()
  local line = {}
  for i = 1, math.random(20, 60) do line[i] = "l" .. math.random(35, 45) end
  return table.concat(line, " ")
end
function request()
  local player = players[math.random(#players)]
  local headers = { ["Content-Type"] = "application/json", ["Cookie"] = player.cookie, ["RequestVerificationToken"] = player.token }
  if target == "floor" then return wrk.format("POST", "/floor", headers, "") end
  local body = string.format(
    '{"id":"%s","session":"%s","player":"%s","drill":"pull-back-laces-away","order":1,"feet":"left","startedAt":"%s","plannedSeconds":30,"countedBy":"tapped","seconds":30,"events":"%s"}',
    uuid(), uuid(), player.id, os.date("!%Y-%m-%dT%H:%M:%SZ", os.time() - math.random(0, 900 * 86400)), taps())
  return wrk.format("POST", "/api/sets", headers, body)
end
