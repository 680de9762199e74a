-- What each connection of the application's role begins with. It stands at the role and not in the connection string: a pooler passes no
-- start-up options on. Run as the superuser, again after an update; tools/cluster does so each time that it starts a server.
alter role gambeta_app set plan_cache_mode = force_generic_plan; -- every query is led by an index on household and player: planning it anew for each household took longer than running it
alter role gambeta_app set jit = off;
-- A statement, a lock or an instance that hangs gives up by itself: one that is frozen in the middle of its work must not keep a player's
-- lock.
alter role gambeta_app set statement_timeout = '10s';
alter role gambeta_app set lock_timeout = '4s';
alter role gambeta_app set idle_in_transaction_session_timeout = '10s';
