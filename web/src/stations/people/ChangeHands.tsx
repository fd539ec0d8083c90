import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { calledBy, forgetOthers } from '../../app/useMe.ts';
import { Header } from '../../ui/Header.tsx';
import { Problems } from '../../ui/Problems.tsx';

const fetchHands = () => answer(api.own.switch.$get());
const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '⌫', '0', 'Go'] as const;
const LONGEST = 8;

/** A tablet of the shop goes into other hands: a name, a PIN, and on with the same page. */
export function ChangeHands() {
  const query = useQuery({ queryKey: ['hands'], queryFn: fetchHands });
  const [who, setWho] = useState<{ id: string; name: string } | null>(null);
  return (
    <div className="flex h-full flex-col">
      <Header>
        <span>Change hands</span>
      </Header>
      <main className="mx-auto min-h-0 w-full max-w-2xl flex-1 overflow-auto p-6">
        {query.error && <Problems problems={problemsIn(query.error)} />}
        {who ? (
          <PinPad who={who} onBack={() => setWho(null)} />
        ) : (
          <>
            <h1 className="mb-3 text-2xl">Whose hands?</h1>
            <div className="grid grid-cols-2 gap-3">
              {query.data?.people.map((p) => (
                <button
                  key={p.id}
                  type="button"
                  className="btn h-auto min-h-[64px] justify-between text-lg"
                  onClick={() => setWho(p)}
                >
                  {p.name} <span className="text-xs font-normal">{calledBy(p.roles)}</span>
                </button>
              ))}
            </div>
            {query.data?.people.length === 0 && (
              <p className="dim">Nobody has a PIN yet. Each sets one for themselves: press your name on top.</p>
            )}
          </>
        )}
      </main>
    </div>
  );
}

function PinPad({ who, onBack }: { who: { id: string; name: string }; onBack: () => void }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [asked] = useSearchParams();
  const [pin, setPin] = useState('');
  const go = usePress({
    route: 'POST /api/own/switch',
    send: (said: string, key) => answer(api.own.switch.$post({ json: { personId: who.id, pin: said } }, keyed(key))),
    onSuccess: async () => {
      forgetOthers(client);
      await client.invalidateQueries({ queryKey: ['me'] });
      const back = asked.get('back') ?? '/';
      navigate(back.startsWith('/') && !back.startsWith('//') ? back : '/');
    },
    onSettled: () => setPin(''),
  });
  const press = (key: (typeof KEYS)[number]) => {
    if (key === 'Go') go.mutate(pin);
    else if (key === '⌫') setPin((p) => p.slice(0, -1));
    else setPin((p) => (p.length < LONGEST ? p + key : p));
  };
  return (
    <section
      aria-label={`PIN of ${who.name}`}
      className="mx-auto max-w-xs"
      onKeyDown={(e) => {
        const key = e.key === 'Backspace' ? '⌫' : e.key;
        if (/^\d$|^⌫$/.test(key)) press(key as (typeof KEYS)[number]);
      }}
    >
      <h1 className="text-2xl">{who.name}</h1>
      <output
        className="my-3 block min-h-[48px] border border-base-300 bg-base-100 text-center text-4xl tracking-[0.4em]"
        aria-label="Digits said"
      >
        {'•'.repeat(pin.length)}
      </output>
      {go.error && <Problems problems={problemsIn(go.error)} />}
      <div className="grid grid-cols-3 gap-2">
        {KEYS.map((k) => (
          <button
            key={k}
            type="button"
            className={`btn min-h-[64px] text-2xl ${k === 'Go' ? 'btn-primary' : ''}`}
            aria-label={k === '⌫' ? 'take the last digit back' : k}
            disabled={k === 'Go' && (pin.length < 4 || go.isPending)}
            onClick={() => press(k)}
          >
            {k}
          </button>
        ))}
      </div>
      <button type="button" className="btn mt-3 min-h-[48px] w-full" onClick={onBack}>
        Somebody else
      </button>
    </section>
  );
}
