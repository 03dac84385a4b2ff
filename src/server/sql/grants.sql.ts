/**
 * Rights of the role the application works with: it may read, add, close a run, change a password, a role or a tag, end sessions, count capsules and note who is where;
 * it may say where a device answers and who has it now; it may change or delete nothing that was recorded; how often something was tried is no record. The ledger is written by triggers alone. Run by the owner after every migration, so that new tables are never forgotten.
 */
export const GRANTS_FOR_APPLICATION_ROLE = (role: string) => `
  GRANT USAGE ON SCHEMA public TO ${role};
  GRANT SELECT, INSERT ON ALL TABLES IN SCHEMA public TO ${role};
  GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO ${role};
  GRANT UPDATE (status, closed_at, close_reason) ON run TO ${role};
  GRANT UPDATE (tag) ON instrument TO ${role};
  GRANT UPDATE (password_hash, role, is_administrator, deactivated_at) ON person TO ${role};
  GRANT UPDATE (ended_at) ON session TO ${role};
  GRANT UPDATE (used_at) ON reset_code TO ${role};
  GRANT UPDATE, DELETE ON second_factor TO ${role};
  GRANT UPDATE (place, draft, seen_at) ON run_presence TO ${role};
  GRANT UPDATE (kept) ON capsule TO ${role};
  GRANT UPDATE, DELETE ON rate_limit TO ${role};
  GRANT UPDATE (name, address, channel, retired_at) ON device TO ${role};
  GRANT UPDATE (ended_at, worker, worker_process, fence, beat_at, automatic, owes) ON link_session TO ${role};
  GRANT UPDATE (done_at, answer) ON link_order TO ${role};
  GRANT DELETE ON link_claim, link_address_claim TO ${role};
  GRANT UPDATE, DELETE ON link_live TO ${role};
  REVOKE INSERT ON ledger FROM ${role};
  REVOKE EXECUTE ON FUNCTION append_to_ledger, cover_by_ledger FROM PUBLIC;
  REVOKE INSERT ON schema_version FROM ${role};`
