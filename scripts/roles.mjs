// Three roles in a cluster of ours: the owner of the schema, the application, and who makes backups. See docs/architecture.md.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'

export const roles = {
  owner: 'jardinero_owner',
  application: 'jardinero_application',
  backup: 'jardinero_backup',
}

const quoted = (text) => `'${text.replaceAll("'", "''")}'`

/** What was made before there were roles belongs to the cluster's own user: it goes over to the owner. */
const handOver = (from) => `DO $$
  DECLARE r record;
  BEGIN
    FOR r IN SELECT n.nspname FROM pg_namespace n WHERE n.nspname IN ('public', 'pgboss') LOOP
      EXECUTE format('ALTER SCHEMA %I OWNER TO ${roles.owner}', r.nspname);
    END LOOP;
    FOR r IN SELECT c.oid::regclass AS name FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
      WHERE n.nspname IN ('public', 'pgboss') AND c.relkind IN ('r', 'p', 'v', 'm')
        AND pg_get_userbyid(c.relowner) = ${quoted(from)} LOOP
      EXECUTE format('ALTER TABLE %s OWNER TO ${roles.owner}', r.name);
    END LOOP;
    FOR r IN SELECT c.oid::regclass AS name FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
      WHERE n.nspname IN ('public', 'pgboss') AND c.relkind = 'S' AND pg_get_userbyid(c.relowner) = ${quoted(from)} LOOP
      EXECUTE format('ALTER SEQUENCE %s OWNER TO ${roles.owner}', r.name);
    END LOOP;
    FOR r IN SELECT p.oid::regprocedure AS name FROM pg_proc p JOIN pg_namespace n ON n.oid = p.pronamespace
      WHERE n.nspname IN ('public', 'pgboss') AND pg_get_userbyid(p.proowner) = ${quoted(from)} LOOP
      EXECUTE format('ALTER FUNCTION %s OWNER TO ${roles.owner}', r.name);
    END LOOP;
  END $$;`

/** The statements that make the roles what they are, each time anew. Passwords go by the standard input, never by a list of processes. */
const statements = ({ admin, database, passwords }) => [
  ...Object.values(roles).map(
    (role) =>
      `DO $$ BEGIN IF NOT EXISTS (SELECT 1 FROM pg_roles WHERE rolname = '${role}') THEN CREATE ROLE ${role}; END IF; END $$;`,
  ),
  ...Object.entries(roles).map(
    ([what, role]) =>
      `ALTER ROLE ${role} LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE NOREPLICATION NOBYPASSRLS PASSWORD ${quoted(passwords[what])};`,
  ),
  `ALTER ROLE ${roles.application} SET statement_timeout = '60s';`,
  `ALTER ROLE ${roles.application} SET lock_timeout = '20s';`,
  `ALTER ROLE ${roles.application} SET idle_in_transaction_session_timeout = '60s';`,
  `GRANT pg_read_all_data TO ${roles.backup};`,
  `ALTER DATABASE "${database}" OWNER TO ${roles.owner};`,
  `REVOKE ALL ON DATABASE "${database}" FROM PUBLIC;`,
  `GRANT CONNECT ON DATABASE "${database}" TO ${roles.application}, ${roles.backup};`,
  `REVOKE CREATE ON SCHEMA public FROM PUBLIC;`,
  handOver(admin),
]

/** Makes the roles in a running cluster. @throws Error with psql's words */
export function makeRoles({ bin, client, env, admin, database, passwords }) {
  const done = spawnSync(
    join(bin, 'psql'),
    [...client, '-d', database, '-qAt', '-v', 'ON_ERROR_STOP=1', '-f', '-'],
    { env, encoding: 'utf8', cwd: '/', input: statements({ admin, database, passwords }).join('\n') },
  )
  if (done.status !== 0) throw new Error(done.stderr)
}
