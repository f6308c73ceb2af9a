import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, fireEvent, render, screen, within, cleanup } from '@testing-library/react';
import type { ReactElement } from 'react';
import type { TreeBrief } from '@dendrix/core/contracts';
import type { District } from '@dendrix/core/knowledge';
import { kindInTown } from '@/data/keys';
import { library, taxonNamed } from '@/features/shell/library';
import { LibraryHome } from './LibraryHome';
import { Plate } from './Plate';
import { AgentPage, SignPage } from './SignPage';
import { TaxonPage, taxonOfSlug } from './TaxonPage';
import { TellApart } from './TellApart';
import { listWords, recordWords, statesWords, traitNamed } from './words';
import { YearStrip } from './YearStrip';

const quillhaven = library.districts.find((one) => one.id === 'quillhaven') as District;
const mockPush = jest.fn();
const mockSetParams = jest.fn();
let mockParams: Record<string, string> = {};
jest.mock('expo-router', () => ({
  useRouter: () => ({ push: mockPush, navigate: mockPush, setParams: mockSetParams }),
  useLocalSearchParams: () => mockParams,
}));

const taxon = (name: string) => {
  const found = taxonNamed(name);
  if (!found) throw new Error(name);
  return found;
};
const TREES = ['Heron Quay, south verge', 'Heron Quay, north verge', 'Foundling Park'].map(
  (place, i) => ({ id: `t${i}`, tag: `Q 000${i}`, place, taxon: 'Platanus × acerifolia' }) as TreeBrief,
);
function show(screenOf: ReactElement, trees: TreeBrief[] | null = TREES) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });
  for (const { name } of trees ? library.taxa : []) {
    const here = (trees ?? []).filter((tree) => tree.taxon === name);
    const streets = [...new Set(here.map(({ place }) => place.split(',')[0] ?? ''))].map((street) => ({
      street,
      trees: here.filter(({ place }) => place.startsWith(street)).length,
    }));
    client.setQueryData(kindInTown(name).queryKey, { trees: here.length, streets, some: here });
  }
  return render(<QueryClientProvider client={client}>{screenOf}</QueryClientProvider>);
}
beforeEach(() => {
  mockPush.mockClear();
  mockSetParams.mockClear();
  mockParams = {};
});

describe('words of a record', () => {
  it('states come likeliest first, with how often they hold', () => {
    const trait = traitNamed('crown-shape');
    expect(trait && statesWords(trait, { oval: 'sometimes', weeping: 'rarely', rounded: 'always', vase: 'usually' })).toBe(
      'rounded (always), vase, oval (sometimes), weeping (rarely)',
    );
  });
  it('bark is told by stage where it changes, ranges with their unit', () => {
    const birch = taxon('Betula pendula');
    const bark = traitNamed('bark-texture');
    const length = traitNamed('leaf-length');
    expect(bark && birch.traits['bark-texture'] && recordWords(bark, birch.traits['bark-texture']).map((r) => r.stage)).toEqual([
      'young',
      'mature',
      'old',
    ]);
    expect(length && birch.traits['leaf-length'] && recordWords(length, birch.traits['leaf-length'])[0]?.words).toBe('3 to 7 cm');
  });
  it('the district says what it thinks of a tree', () => {
    expect(listWords(quillhaven, taxon('Ailanthus altissima')).join('; ')).toMatch(/listed as invasive here; naturalised here/);
    expect(listWords(quillhaven, taxon('Sequoia sempervirens'))).toEqual([]);
  });
});

describe('a plate', () => {
  it('names each drawing with its size for those who cannot see it', () => {
    render(<Plate taxon={taxon('Quercus robur')} width={100} latitude={quillhaven.latitude} />);
    const said = screen.getAllByRole('img').map((img) => img.getAttribute('aria-label'));
    expect(said).toEqual(
      expect.arrayContaining([
        'Quercus robur, The tree, 18 to 35 m, bar 10 m',
        'Quercus robur, Leaf, 6 to 13 cm, bar 5 cm',
        'Quercus robur, Bark when old',
        'Quercus robur, Flower, April to May',
      ]),
    );
  });
  it('calls a conifer’s leaf a shoot, and does not pretend that it is to scale', () => {
    render(<Plate taxon={taxon('Picea abies')} width={100} latitude={quillhaven.latitude} />);
    expect(screen.getByRole('img', { name: 'Picea abies, Shoot, 1 to 2.5 cm' })).toBeTruthy();
  });
});

describe('the year', () => {
  it('is the other way round south of the equator', () => {
    render(<YearStrip taxon={taxon('Fraxinus ornus')} month={5} latitude={-35} />);
    expect(screen.getByRole('img', { name: 'Flower: November to December' })).toBeTruthy();
  });
  it('says in words what the strips show', () => {
    render(<YearStrip taxon={taxon('Fraxinus ornus')} month={5} latitude={quillhaven.latitude} />);
    expect(screen.getByRole('img', { name: 'Flower: May to June' })).toBeTruthy();
    expect(screen.getByText(/May is framed/)).toBeTruthy();
  });
  it('leaves out what never comes', () => {
    render(<YearStrip taxon={taxon('Olea europaea')} month={5} latitude={quillhaven.latitude} />);
    expect(screen.queryByRole('img', { name: /^Autumn colour/ })).toBeNull();
    expect(screen.getByRole('img', { name: 'In leaf: all year' })).toBeTruthy();
  });
});

describe('the shelves', () => {
  const type = (text: string) => act(() => void fireEvent.change(screen.getByRole('textbox'), { target: { value: text } }));
  it('find a tree by any name and lead to it', () => {
    show(<LibraryHome />);
    type('hag');
    expect(screen.queryByRole('link', { name: /Tilia/ })).toBeNull();
    type('rowan');
    fireEvent.click(screen.getByRole('link', { name: /^Sorbus aucuparia/ }));
    expect(mockPush).toHaveBeenCalledWith('/library/taxon/sorbus-aucuparia');
  });
  it('ask when a name means several, and say where each is meant', () => {
    show(<LibraryHome />);
    type('sycamore');
    expect(screen.getByText('“sycamore” means more than one tree. Which?')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Acer pseudoplatanus sycamore (British Isles)' })).toBeTruthy();
  });
  it('ask, too, where only the end of what was written is a name', () => {
    show(<LibraryHome />);
    type('Canadian red pine');
    expect(screen.getByText('No exact match for “Canadian red pine”. Did you mean this?')).toBeTruthy();
    expect(screen.getByRole('link', { name: /^Pinus resinosa/ })).toBeTruthy();
  });
  it('tell where a kind grows, what it counts here, and a look-alike that no record is of', () => {
    show(<TaxonPage slug="fraxinus-pennsylvanica" />);
    expect(screen.getByText(/Native in Western Canada, .*Hardy in zones 3 to 9\. Starting weight in Quillhaven/)).toBeTruthy();
    expect(screen.getByText('Fraxinus latifolia')).toBeTruthy();
    expect(screen.getByText(/Not in the library\. The name is confirmed once/)).toBeTruthy();
  });
  it('hold signs and agents too', () => {
    show(<LibraryHome />);
    fireEvent.click(screen.getByRole('radio', { name: /^Causes/ }));
    type('ulmus');
    fireEvent.click(screen.getByRole('link', { name: /^Dutch elm disease/ }));
    expect(mockPush).toHaveBeenCalledWith('/library/agent/dutch-elm-disease');
    fireEvent.click(screen.getByRole('radio', { name: /^Signs/ }));
    expect((screen.getByRole('textbox') as HTMLInputElement).value).toBe('');
    expect(screen.getAllByRole('link').length).toBeGreaterThan(5);
  });
  it('say so when nothing goes by a name', () => {
    show(<LibraryHome />);
    type('qqqq');
    expect(screen.getByText(/No match\. Try fewer letters/)).toBeTruthy();
  });
});

describe('a tree of the library', () => {
  it('tells names, lists, what is normal, and where it grows in town', () => {
    show(<TaxonPage slug="platanus-x-acerifolia" />);
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Platanus × acerifolia');
    expect(screen.getByText('3 trees: Heron Quay 2, Foundling Park 1.')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Open Q 0001, Heron Quay, north verge' }));
    expect(mockPush).toHaveBeenLastCalledWith('/tree/t1');
    fireEvent.click(screen.getByRole('button', { name: 'Tell Platanus × acerifolia and Platanus orientalis apart' }));
    expect(mockPush).toHaveBeenLastCalledWith('/library/tell-apart?taxa=platanus-x-acerifolia,platanus-orientalis');
  });
  it('names look-alikes told from the other side only, and says from which', () => {
    show(<TaxonPage slug="celtis-australis" />);
    expect(screen.getByRole('link', { name: 'Celtis occidentalis' })).toBeTruthy();
    show(<TaxonPage slug="ficus-sycomorus" />);
    expect(screen.getAllByRole('link', { name: 'Ficus carica' }).length).toBeGreaterThan(0);
  });
  it('says when nothing of the town is known yet, and when no tree is held for it', () => {
    show(<TaxonPage slug="araucaria-araucana" />);
    expect(screen.getByText('No tree of this species is recorded here.')).toBeTruthy();
  });
  it('every taxon has an address of its own', () => {
    for (const { name } of library.taxa)
      expect(
        taxonOfSlug(
          name
            .toLowerCase()
            .replace('×', 'x')
            .replace(/[^a-z]+/g, '-'),
        )?.name,
      ).toBe(name);
  });
  it('a page that is not there leads back', () => {
    show(<TaxonPage slug="nothing" />);
    fireEvent.click(screen.getByRole('button', { name: 'Open library' }));
    expect(mockPush).toHaveBeenCalledWith('/library');
  });
});

describe('tell apart', () => {
  it('puts drawn marks side by side, the best first', () => {
    mockParams = { taxa: 'tilia-cordata,tilia-tomentosa' };
    show(<TellApart />);
    const headings = screen.getAllByRole('heading', { level: 2 }).map((h) => h.textContent);
    expect(headings[0]).toMatch(/underside|surface|colour/i);
    expect(screen.getAllByRole('img', { name: /^Tilia tomentosa: / }).length).toBeGreaterThan(3);
    expect(screen.getAllByText(/separates them$/).length).toBeGreaterThan(0);
  });
  it('takes trees out and in, four at the most, through the address', () => {
    mockParams = { taxa: 'tilia-cordata,tilia-tomentosa,tilia-americana' };
    show(<TellApart />);
    fireEvent.click(screen.getByRole('button', { name: 'Remove Tilia tomentosa' }));
    expect(mockSetParams).toHaveBeenLastCalledWith({ taxa: 'tilia-cordata,tilia-americana' });
    act(() => void fireEvent.change(screen.getByRole('textbox'), { target: { value: 'hornb' } }));
    fireEvent.click(screen.getByRole('button', { name: 'Add Carpinus betulus' }));
    expect(mockSetParams).toHaveBeenLastCalledWith({ taxa: 'tilia-cordata,tilia-tomentosa,tilia-americana,carpinus-betulus' });
  });
  it('wants two', () => {
    mockParams = { taxa: 'tilia-cordata,no-such-tree' };
    show(<TellApart />);
    expect(screen.getByText(/Choose two to four species/)).toBeTruthy();
  });
});

describe('signs and agents', () => {
  it('a sign tells what it weighs, where it is normal, who shows it', () => {
    show(<SignPage id="exudate" />);
    expect(screen.getAllByText(/Vigour, at least fair/).length).toBeGreaterThan(0);
    fireEvent.click(within(document.body).getByRole('link', { name: 'Corymbia opaca' }));
    expect(mockPush).toHaveBeenCalledWith('/library/taxon/corymbia-opaca');
  });
  it('an agent tells how it is known for sure, and whether it is reported', () => {
    show(<AgentPage id="dutch-elm-disease" />);
    expect(screen.getByText(/Many places ask for a report/)).toBeTruthy();
    expect(screen.getByText(/Brown streaks/)).toBeTruthy();
    expect(screen.getByText(/Fresh in May to September/)).toBeTruthy();
  });
  it('a sign shows the cards its share is estimated against, what it takes to find it, and what it calls for', () => {
    show(<SignPage id="thin-crown" />);
    expect(screen.getByRole('heading', { name: 'Estimated against these cards' })).toBeTruthy();
    expect(screen.getAllByRole('img', { name: /percent$/ }).length).toBeGreaterThan(5);
    cleanup();
    show(<SignPage id="girdling-root" />);
    expect(screen.getByText(/Found by scraping the soil away/)).toBeTruthy();
    expect(screen.getByText(/Improve the soil/)).toBeTruthy();
  });
  it('an agent names the laboratory, leads to what looks like it, and says how common it is here', () => {
    show(<AgentPage id="elm-yellows" />);
    expect(screen.getByText(/In the laboratory: A DNA test/)).toBeTruthy();
    fireEvent.click(screen.getByRole('link', { name: 'Dutch elm disease' }));
    expect(mockPush).toHaveBeenCalledWith('/library/agent/dutch-elm-disease');
    cleanup();
    show(<AgentPage id="oak-wilt" />);
    expect(screen.getByText(/not known here so far/)).toBeTruthy();
  });
  it.each(library.agents.map((agent) => [agent.id]))('the page of %s stands', (id) => {
    show(<AgentPage id={id} />);
    expect(screen.getByRole('heading', { name: 'How to be certain' })).toBeTruthy();
    expect(screen.getByRole('heading', { name: 'Management' })).toBeTruthy();
  });
  it.each([SignPage, AgentPage])('an unknown one is told', (Page) => {
    show(<Page id="nothing" />);
    expect(screen.getByText(/has this name/)).toBeTruthy();
  });
});
