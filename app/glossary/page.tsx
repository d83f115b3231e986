import { glossary } from '@/words/en/glossary';

export const metadata = { title: 'Glossary' };

export default function GlossaryPage() {
  return (
    <>
      <h1>Glossary</h1>
      <p className="note mb-4">What the words on screens and papers mean.</p>
      <dl className="max-w-[72ch]">
        {Object.entries(glossary).map(([term, words]) => (
          <div key={term} id={term.replaceAll(' ', '-')} className="border-t border-rule py-2.5 target:bg-water-pale">
            <dt className="font-head text-15 font-semibold first-letter:uppercase">{term}</dt>
            <dd className="text-15 text-ink-2">{words}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}
