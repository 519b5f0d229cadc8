import { viewerKey } from '@/core/event/viewer-key';
import { useState } from 'react';
import { View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import type { By, Team } from '@/core/engine/count/team';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { randomKey } from '@/ui/data/random-key';
import { Button, IconButton } from '@/ui/part/button';
import { TextField } from '@/ui/part/field';
import { KeywordField } from '@/ui/part/keyword-field';
import { Pick } from '@/ui/part/pick';
import { Text } from '@/ui/part/text';
import { ViewerChoice } from '@/ui/people/viewer-choice';
import { useAsked, useAskedWhich } from '@/ui/frame/address';
import { say } from '@/ui/words/say';

/** Whose doing a goal counts: everybody's, a team's or one viewer's. */
export function ByField({ by, onChange }: { by: By | undefined; onChange: (by: By | undefined) => void }) {
  const teams = useShow((show) => show.teams);
  const [naming, setNaming] = useAsked('viewer');
  const viewer = by?.kind === 'viewer' ? [{ value: 'this', label: by.name }] : [];
  const options = [
    { value: 'all', label: say('Everybody') },
    ...viewer,
    ...teams.map(({ id, name }) => ({ value: `team/${id}`, label: say('Team {name}', { name }) })),
    { value: 'viewer', label: say('A certain viewer') },
  ];
  const choose = (value: string): void => {
    if (value === 'all') onChange(undefined);
    else if (value === 'viewer') setNaming(true);
    else if (value.startsWith('team/')) onChange({ kind: 'team', team: value.slice('team/'.length) });
  };
  return (
    <View className="gap-3">
      <Pick
        label={say('Of')}
        options={options}
        value={by === undefined ? 'all' : by.kind === 'viewer' ? 'this' : `team/${by.team}`}
        onChange={choose}
      />
      {by?.kind === 'team' && !teams.some(({ id }) => id === by.team) ? (
        <Text tone="brick">{say('This team is not in the show any more. Choose another one.')}</Text>
      ) : null}
      <TeamFields />
      {naming ? (
        <ViewerChoice
          title={say('Whose goal it is')}
          onClose={() => setNaming(false)}
          onChoose={({ feed, viewer: id, name }) => {
            setNaming(false);
            onChange({ kind: 'viewer', feed, viewer: id, name });
          }}
        />
      ) : null}
    </View>
  );
}

/** The show's teams, and how viewers come into them. */
export function TeamFields() {
  const teams = useShow((show) => show.teams);
  const [naming, setNaming] = useAskedWhich('team');
  const [open, setOpen] = useState(false);
  const change = (id: string, changed: (team: Team) => void): void =>
    edit((draft) => {
      const team = draft.teams.find((each) => each.id === id);
      if (team) changed(team);
    });
  const add = (): void => {
    setOpen(true);
    edit((draft) => {
      const name =
        [say('Ash'), say('Ember')].find((each) => !draft.teams.some((team) => team.name === each)) ??
        say('Team {teams}', { teams: draft.teams.length + 1 });
      const keyword = `!${name.toLowerCase().replace(/\s+/g, '')}`;
      draft.teams.push({ id: randomKey().slice(0, 12), name, keyword, members: [] });
    });
  };
  return (
    <View className="gap-3" role="group" aria-label={say('Teams')}>
      <TeamPick teams={teams} setOpen={setOpen} open={open} add={add} />
      {open
        ? teams.map(({ id, name, keyword, members }) => (
            <TeamField
              key={id}
              id={id}
              name={name}
              change={change}
              keyword={keyword}
              members={members}
              setNaming={setNaming}
            />
          ))
        : null}
      {naming !== null ? (
        <ViewerChoice
          title={say('Put a viewer into the team')}
          onClose={() => setNaming(null)}
          onChoose={({ feed, viewer, name }) => {
            setNaming(null);
            edit((draft) => {
              // One viewer is in one team.
              for (const team of draft.teams)
                team.members = team.members.filter((each) => each.feed !== feed || each.viewer !== viewer);
              draft.teams.find(({ id }) => id === naming)?.members.push({ feed, viewer, name });
            });
          }}
        />
      ) : null}
    </View>
  );
}

function TeamPick({
  teams,
  setOpen,
  open,
  add,
}: {
  teams: { id: string; name: string; keyword: string; members: { feed: string; viewer: string; name: string }[] }[];
  setOpen: (value: boolean) => void;
  open: boolean;
  add: () => void;
}) {
  return (
    <View className="flex-row flex-wrap gap-2">
      {teams.length > 0 ? (
        <Button kind="outline" onPress={() => setOpen(!open)}>
          {open ? say('Fold the teams away') : say('Teams: {names}', { names: { and: teams.map(({ name }) => name) } })}
        </Button>
      ) : null}
      {teams.length < 12 ? (
        <Button kind="outline" icon={Plus} onPress={add}>
          {say('Add a team')}
        </Button>
      ) : null}
    </View>
  );
}

function TeamField({
  id,
  name,
  change,
  keyword,
  members,
  setNaming,
}: {
  id: string;
  name: string;
  change: (id: string, changed: (team: Team) => void) => void;
  keyword: string;
  members: { feed: string; viewer: string; name: string }[];
  setNaming: (value: string | null) => void;
}) {
  return (
    <View className="gap-2 pb-3 border-b border-line" role="group" aria-label={say('Team {name}', { name })}>
      <View className="flex-row items-end gap-2">
        <View className="flex-1">
          <TextField
            label={say('Name of the team')}
            value={name}
            most={40}
            onChange={(typed) => {
              if (typed.trim() !== '')
                change(id, (team) => {
                  team.name = typed;
                });
            }}
          />
        </View>
        <IconButton
          icon={X}
          label={say('Take out team {name}', { name })}
          tone="muted"
          onPress={() =>
            edit((draft) => {
              draft.teams = draft.teams.filter((each) => each.id !== id);
            })
          }
        />
      </View>
      <KeywordField
        label={say('Keyword with which viewers join {name}', { name })}
        value={keyword}
        placeholder={say('!ash')}
        onChange={(next) =>
          change(id, (team) => {
            team.keyword = next;
          })
        }
      />
      <Members members={members} name={name} change={change} id={id} setNaming={setNaming} />
    </View>
  );
}

/** Viewers who are in the team whatever they write. */
function Members({
  members,
  name,
  change,
  id,
  setNaming,
}: {
  members: { feed: string; viewer: string; name: string }[];
  name: string;
  change: (id: string, changed: (team: Team) => void) => void;
  id: string;
  setNaming: (value: string | null) => void;
}) {
  return (
    <View className="flex-row flex-wrap gap-2">
      {members.map((one) => (
        <Button
          key={viewerKey(one.feed, one.viewer)}
          icon={X}
          label={say('Take {name} out of {name2}', { name: one.name, name2: name })}
          onPress={() =>
            change(id, (team) => {
              team.members = team.members.filter((each) => each.feed !== one.feed || each.viewer !== one.viewer);
            })
          }
        >
          {one.name}
        </Button>
      ))}
      <Button
        kind="outline"
        icon={Plus}
        label={say('Put a viewer into {name}', { name })}
        onPress={() => setNaming(id)}
      >
        {say('Put a viewer in')}
      </Button>
    </View>
  );
}
