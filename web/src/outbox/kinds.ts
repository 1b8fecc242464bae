import type { Writing } from './entry';

type Json = Record<string, unknown>;
type Lanes = (id: string) => string | undefined;
type Kind = {
  method: string;
  path: RegExp;
  /** `m` holds what the path names. */
  of: (m: string[], json: Json, lanes: Lanes) => Partial<Writing> & { kind: string; words: string; lane: string };
};

const text = (value: unknown) => (typeof value === 'string' ? value : '');
const pictures = (json: Json) =>
  Array.isArray(json.stills) ? (json.stills as Json[]).map((s) => text(s.pictureId)).filter(Boolean) : [];
const ID = '([0-9a-f-]{36})';

const kinds: Kind[] = [
  {
    method: 'PUT',
    path: new RegExp(`^/api/pictures/${ID}\\?client=${ID}`),
    of: ([id = '', client = '']) => ({ kind: 'picture', words: 'a picture', lane: client, makes: id, rests: [client] }),
  },
  {
    method: 'PUT',
    path: new RegExp(`^/api/clips/${ID}$`),
    of: ([id = ''], json) => ({
      kind: 'clip',
      words: 'what a clip shows',
      lane: text(json.clientId),
      makes: id,
      rests: [text(json.clientId), text(json.supersedes)],
    }),
  },
  {
    // A film takes its time: it has a lane of its own, so that nothing waits behind it.
    method: 'PUT',
    path: new RegExp(`^/api/films/${ID}\\?client=${ID}$`),
    of: ([id = '', client = '']) => ({
      kind: 'film',
      words: 'a film',
      lane: `film:${client}`,
      makes: `film:${id}`,
      rests: [id],
    }),
  },
  {
    method: 'PUT',
    path: /^\/api\/drafts$/,
    of: (_, json) => ({
      kind: 'draft',
      words: 'a look that is under way',
      lane: text(json.clientId),
      slot: `draft:${text(json.id)}`,
      record: `draft:${text(json.id)}`,
      rests: [text(json.clientId)],
    }),
  },
  {
    method: 'PUT',
    path: /^\/api\/sessions$/,
    of: (_, json) => ({
      kind: 'session',
      words: 'a session',
      lane: text(json.clientId),
      slot: `session:${text(json.id)}`,
      rests: [text(json.clientId)],
    }),
  },
  {
    method: 'DELETE',
    path: new RegExp(`^/api/drafts/${ID}`),
    of: ([id = ''], _, lanes) => ({ kind: 'draftDrop', words: 'a look that was dropped', lane: lanes(id) ?? id }),
  },
  {
    method: 'POST',
    path: /^\/api\/checks$/,
    of: (_, json) => ({
      kind: 'check',
      words: 'a finished look',
      lane: text(json.clientId),
      makes: text(json.id),
      rests: [text(json.clientId), ...pictures(json)],
    }),
  },
  {
    method: 'POST',
    path: /^\/api\/trials$/,
    of: (_, json, lanes) => ({
      kind: 'trial',
      words: 'what a change did',
      lane: lanes(text(json.checkId)) ?? text(json.checkId),
      makes: text(json.id),
      rests: [text(json.checkId), ...pictures(json)],
    }),
  },
  {
    method: 'POST',
    path: new RegExp(`^/api/trials/${ID}/withdrawal`),
    of: ([trial = ''], json, lanes) => ({
      kind: 'withdrawal',
      words: 'a trial taken back',
      lane: lanes(trial) ?? trial,
      makes: text(json.id),
      rests: [trial],
    }),
  },
  {
    method: 'POST',
    path: /^\/api\/decisions$/,
    of: (_, json, lanes) => ({
      kind: 'decision',
      words: 'a decision',
      lane: lanes(text(json.checkId)) ?? text(json.checkId),
      makes: text(json.id),
      rests: [text(json.checkId)],
    }),
  },
  {
    method: 'POST',
    path: /^\/api\/logs$/,
    of: (_, json) => ({
      kind: 'log',
      words: 'a log',
      lane: text(json.clientId),
      makes: text(json.id),
      rests: [text(json.clientId)],
    }),
  },
  {
    method: 'POST',
    path: /^\/api\/flags$/,
    of: (_, json) => ({
      kind: 'flag',
      words: 'a red flag',
      lane: text(json.clientId),
      makes: text(json.id),
      rests: [text(json.clientId)],
    }),
  },
  {
    method: 'POST',
    path: /^\/api\/flag-clearings$/,
    of: (_, json, lanes) => ({
      kind: 'clearing',
      words: 'a red flag cleared',
      lane: lanes(text(json.flagId)) ?? text(json.flagId),
      makes: text(json.id),
      rests: [text(json.flagId)],
    }),
  },
  {
    method: 'POST',
    path: /^\/api\/(stands|ranges|setups|height-trials)$/,
    of: ([what = ''], json) => ({
      kind: what,
      words:
        { stands: 'a rung', ranges: 'a measured range', setups: 'a set-up', 'height-trials': 'heights that were tried' }[what] ??
        what,
      lane: text(json.clientId),
      makes: text(json.id),
      rests: [text(json.clientId)],
      // A measured ankle is kept with the client too.
      record: what === 'ranges' ? `client:${text(json.clientId)}` : null,
    }),
  },
  {
    method: 'POST',
    path: /^\/api\/clients$/,
    of: (_, json) => ({
      kind: 'client',
      words: 'a new client',
      lane: text(json.id),
      slot: `client:${text(json.id)}`,
      makes: text(json.id),
    }),
  },
  {
    method: 'PUT',
    path: new RegExp(`^/api/clients/${ID}(/intake|/coach)?$`),
    of: ([id = '', what = '']) => ({
      kind: 'clientChange',
      words: 'a change to a client',
      lane: id,
      slot: `client:${id}${what}`,
      rests: [id],
      record: `client:${id}`,
    }),
  },
  {
    method: 'PUT',
    path: /^\/api\/(props|kept)$/,
    of: ([what = ''], json) => ({
      kind: what,
      words: what === 'props' ? 'a helper with a date' : 'a change of set-up',
      lane: text(json.clientId),
      slot: `${what}:${text(json.clientId)}:${text(json.correctionId)}`,
      rests: [text(json.clientId)],
      record: `client:${text(json.clientId)}`,
    }),
  },
  {
    method: 'PUT',
    path: /^\/api\/(settings|bands|cues)$/,
    of: ([what = ''], json) => {
      const client = json.level === 'client' ? text(json.key) || text(json.clientId) : '';
      return {
        kind: what,
        words: { settings: 'a setting', bands: 'a band', cues: 'words of a cue' }[what] ?? what,
        lane: client || 'studio',
        slot: `${what}:${text(json.level)}:${client || text(json.key)}:${text(json.settingId ?? json.measureId ?? json.correctionId)}`,
        rests: client ? [client] : [],
        record: client ? `client:${client}` : 'studio',
      };
    },
  },
  {
    method: 'PUT',
    path: /^\/api\/(studio|kit)$/,
    of: ([what = '']) => ({
      kind: what,
      words: what === 'kit' ? 'the kit list' : 'the studio',
      lane: 'studio',
      slot: what,
      record: 'studio',
    }),
  },
  {
    method: 'PUT',
    path: /^\/api\/ladders\/([^/?]+)$/,
    of: ([id = '']) => ({ kind: 'ladder', words: 'a ladder', lane: 'studio', slot: `ladder:${id}`, record: `ladder:${id}` }),
  },
  {
    method: 'PUT',
    path: /^\/api\/plans$/,
    of: (_, json) => ({
      kind: 'plan',
      words: 'a plan of weeks',
      lane: text(json.clientId),
      makes: text(json.id),
      rests: [text(json.clientId)],
    }),
  },
  {
    method: 'PUT',
    path: new RegExp(`^/api/plans/${ID}/end$`),
    of: ([id = ''], _, lanes) => ({
      kind: 'planEnd',
      words: 'the end of a plan',
      lane: lanes(id) ?? id,
      slot: `plan-end:${id}`,
      rests: [id],
      record: `plan:${id}`,
    }),
  },
  {
    // Moved twice before it could be sent, it goes to where it came last.
    method: 'PUT',
    path: new RegExp(`^/api/visits/${ID}(/kit|/removal)?$`),
    of: ([id = '', what = ''], _, lanes) => ({
      kind: what === '/kit' ? 'visitKit' : what === '/removal' ? 'visitRemoval' : 'visitMove',
      words: what === '/kit' ? 'what a visit needs' : what === '/removal' ? 'a visit taken out' : 'a visit that moves',
      lane: lanes(id) ?? id,
      slot: `visit:${id}${what}`,
      rests: [id],
      record: `visit:${id}`,
    }),
  },
  {
    method: 'PUT',
    path: /^\/api\/missed-visits$/,
    of: (_, json) => ({
      kind: 'missed',
      words: 'missed visits that move',
      lane: text(json.clientId),
      slot: `missed:${text(json.clientId)}`,
      rests: [text(json.clientId)],
    }),
  },
  {
    method: 'POST',
    path: /^\/api\/visits$/,
    of: (_, json) => ({
      kind: 'visit',
      words: 'a visit',
      lane: text(json.clientId),
      makes: text(json.id),
      rests: [text(json.clientId)],
    }),
  },
];

/** Requests that work something out and keep nothing, or that whoever stands there asks again: who comes in waits on no device. */
const asks =
  /^\/api\/(door\/|people\/|invitations$|client-codes$|compute\/|checks\/[^/]+\/recommendation|devices\/|calendars$|logs\/import)/;

/** Whether a request writes something that must not be lost. */
export const writes = (method: string, path: string) => method !== 'GET' && method !== 'HEAD' && !asks.test(path);

/** What a request writes. One that this table does not know yet is sent like the others, in the studio's lane. */
export function writingOf(method: string, path: string, json: Json | null, lanes: Lanes): Writing {
  for (const kind of kinds) {
    const found = kind.method === method && kind.path.exec(path);
    if (!found) continue;
    const of = kind.of(found.slice(1), json ?? {}, lanes);
    return {
      slot: of.makes ?? `${method} ${path}`,
      makes: null,
      record: null,
      ...of,
      rests: (of.rests ?? []).filter((id) => id !== ''),
    };
  }
  const id = text(json?.id) || text(json?.operationId);
  return {
    kind: 'other',
    words: 'a change',
    lane: 'studio',
    slot: id || `${method} ${path}`,
    makes: id || null,
    rests: [],
    record: null,
  };
}

/** The version a record has after an answer, or null when the answer does not say. */
export function versionIn(record: string, answer: unknown): number | null {
  const said = (answer ?? {}) as Json;
  const version = record === 'studio' ? (said.studioVersion ?? said.version) : (said.clientVersion ?? said.version);
  return typeof version === 'number' ? version : null;
}
