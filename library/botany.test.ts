// The records against what botany and the trade know of whole groups: a slip of the pen in one record shows as one name too many
// or too few. Works are named; what they say is told from memory of them, so a wrong list here is ours.
import { join } from 'node:path';
import { genusOf, statesOf, type Taxon } from '@dendrix/core/knowledge';
import { buildLibrary, readSources } from './assemble';

const { library } = buildLibrary(readSources(join(__dirname)));
const taxa = library.taxa;
function named(name: string): Taxon {
  const taxon = taxa.find((t) => t.name === name);
  if (!taxon) throw new Error(`No ${name} in the library.`);
  return taxon;
}

/** States of a trait on grown trees that hold always or usually. */
function mostly(taxon: Taxon, trait: string): string[] {
  const record = taxon.traits[trait];
  if (record?.kind !== 'states') return [];
  return Object.entries(record.mature).flatMap(([state, often]) => (often === 'always' || often === 'usually' ? [state] : []));
}
const range = (taxon: Taxon, trait: string) => {
  const record = taxon.traits[trait];
  return record?.kind === 'range' ? { from: record.from, to: record.to } : undefined;
};
const namesOf = (list: readonly Taxon[]) => list.map((t) => t.name).sort();
const generaOf = (list: readonly Taxon[]) => [...new Set(list.map((t) => genusOf(t.name)))].sort();
const broadleaf = (taxon: Taxon) => !mostly(taxon, 'leaf-type').some((type) => ['needle', 'scale', 'frond', 'fan'].includes(type));
const having = (trait: string, state: string) => taxa.filter((t) => mostly(t, trait).includes(state));

describe('families', () => {
  // APG IV (2016) for flowering plants; Christenhusz and others (2011) for conifers and ginkgo. From memory.
  const FAMILY: Record<string, string> = {
    Altingiaceae: 'Liquidambar',
    Anacardiaceae: 'Pistacia Rhus Schinus',
    Annonaceae: 'Asimina',
    Aquifoliaceae: 'Ilex',
    Araucariaceae: 'Araucaria',
    Arecaceae: 'Butia Chamaerops Phoenix Sabal Syagrus Trachycarpus Washingtonia',
    Betulaceae: 'Alnus Betula Carpinus Corylus Ostrya',
    Bignoniaceae: 'Catalpa Chilopsis Jacaranda Spathodea',
    Cannabaceae: 'Celtis',
    Casuarinaceae: 'Casuarina',
    Cercidiphyllaceae: 'Cercidiphyllum',
    Cornaceae: 'Cornus',
    Cupressaceae: 'Calocedrus Chamaecyparis Cryptomeria Cunninghamia Cupressus Juniperus Metasequoia Sequoia Sequoiadendron Taxodium Thuja',
    Ebenaceae: 'Diospyros',
    Elaeagnaceae: 'Elaeagnus',
    Ericaceae: 'Arbutus Oxydendrum',
    Eucommiaceae: 'Eucommia',
    Euphorbiaceae: 'Triadica',
    Fabaceae:
      'Acacia Albizia Bauhinia Ceratonia Cercis Cladrastis Delonix Gleditsia Gymnocladus Laburnum Maackia Parkinsonia Prosopis Robinia Styphnolobium Tipuana',
    Fagaceae: 'Castanea Fagus Quercus',
    Ginkgoaceae: 'Ginkgo',
    Hamamelidaceae: 'Parrotia',
    Juglandaceae: 'Carya Juglans Pterocarya',
    Lauraceae: 'Cinnamomum Laurus Sassafras',
    Lythraceae: 'Lagerstroemia',
    Magnoliaceae: 'Liriodendron Magnolia',
    Malvaceae: 'Brachychiton Ceiba Firmiana Tilia',
    Meliaceae: 'Melia Toona',
    Moraceae: 'Broussonetia Ficus Maclura Morus',
    Myrtaceae: 'Angophora Corymbia Eucalyptus Lophostemon Melaleuca Metrosideros',
    Nyssaceae: 'Davidia Nyssa',
    Oleaceae: 'Chionanthus Fraxinus Ligustrum Olea Syringa',
    Paulowniaceae: 'Paulownia',
    Phytolaccaceae: 'Phytolacca',
    Pinaceae: 'Abies Cedrus Larix Picea Pinus Pseudotsuga Tsuga',
    Pittosporaceae: 'Pittosporum',
    Platanaceae: 'Platanus',
    Podocarpaceae: 'Podocarpus',
    Proteaceae: 'Grevillea Stenocarpus',
    Rosaceae: 'Amelanchier Crataegus Eriobotrya Malus Prunus Pyrus Sorbus',
    Rutaceae: 'Citrus Phellodendron',
    Salicaceae: 'Populus Salix',
    Sapindaceae: 'Acer Aesculus Koelreuteria',
    Simaroubaceae: 'Ailanthus',
    Styracaceae: 'Halesia Styrax',
    Taxaceae: 'Taxus',
    Theaceae: 'Stewartia',
    Ulmaceae: 'Ulmus Zelkova',
    Viburnaceae: 'Sambucus',
  };
  const familyOf = new Map(Object.entries(FAMILY).flatMap(([family, genera]) => genera.split(' ').map((genus) => [genus, family])));

  it('every genus stands in its family', () => {
    const wrong = taxa.filter((t) => familyOf.get(genusOf(t.name)) !== t.family).map((t) => `${t.name}: ${t.family}`);
    expect(wrong).toEqual([]);
  });
  it('the families of older books are kept for those who learnt them', () => {
    // Cronquist 1981 and the alternative names of the International Code of Nomenclature, article 18.5. From memory.
    const older: Record<string, string> = {
      Acer: 'Aceraceae',
      Aesculus: 'Hippocastanaceae',
      Tilia: 'Tiliaceae',
      Brachychiton: 'Sterculiaceae',
      Liquidambar: 'Hamamelidaceae',
      Celtis: 'Ulmaceae',
      Metasequoia: 'Taxodiaceae',
      Taxodium: 'Taxodiaceae',
      Sequoia: 'Taxodiaceae',
      Cryptomeria: 'Taxodiaceae',
      Paulownia: 'Scrophulariaceae',
      Robinia: 'Leguminosae',
      Phoenix: 'Palmae',
    };
    const kept = taxa.filter((t) => genusOf(t.name) in older);
    expect(kept.length).toBeGreaterThan(30);
    expect(kept.filter((t) => t.formerFamily !== older[genusOf(t.name)]).map((t) => t.name)).toEqual([]);
  });
});

describe('scientific names', () => {
  // International Code of Nomenclature for algae, fungi, and plants (2018), articles 46, 49 and H.3; recommendation 46A. From memory.
  it('a hybrid has its sign and only a hybrid has it', () => {
    expect(taxa.filter((t) => t.name.includes('×') !== (t.rank === 'hybrid')).map((t) => t.name)).toEqual([]);
  });
  it('authors are written in the standard form', () => {
    const part = /^(\([^()]+\) )?[^()]+$/;
    const odd = taxa.filter((t) => !part.test(t.author) || / and | et |, $|\.\./.test(t.author)).map((t) => `${t.name} ${t.author}`);
    expect(odd).toEqual([]);
  });
  it('a species moved from another genus has its first author in brackets', () => {
    const moved = ['Tsuga canadensis', 'Pseudotsuga menziesii', 'Styphnolobium japonicum', 'Corymbia citriodora', 'Taxodium distichum'];
    const stayed = ['Quercus robur', 'Acer platanoides', 'Pinus sylvestris', 'Tilia cordata', 'Fagus sylvatica', 'Ginkgo biloba'];
    expect(moved.map((name) => named(name).author.startsWith('('))).toEqual(moved.map(() => true));
    expect(stayed.map((name) => named(name).author.startsWith('('))).toEqual(stayed.map(() => false));
  });
  it('an accepted name is nobody else’s synonym', () => {
    const accepted = new Set(taxa.map((t) => t.name));
    expect(taxa.flatMap((t) => t.synonyms.filter((s) => accepted.has(s)).map((s) => `${s} under ${t.name}`))).toEqual([]);
  });
});

describe('twigs', () => {
  it('the broadleaves with paired or whorled leaves are these and no others', () => {
    // Common practice, no source: maples, ashes, dogwoods, horse chestnuts, and the lesser known rest.
    const paired = broadleafGenera((t) => mostly(t, 'arrangement').some((a) => a === 'opposite' || a === 'whorled'));
    expect(paired).toEqual(
      [
        ...['Acer', 'Aesculus', 'Cornus', 'Fraxinus', 'Ligustrum', 'Olea', 'Syringa', 'Catalpa', 'Jacaranda', 'Spathodea'],
        ...['Paulownia', 'Cercidiphyllum', 'Phellodendron', 'Lagerstroemia', 'Lophostemon'],
        ...['Angophora', 'Eucalyptus', 'Chilopsis', 'Chionanthus', 'Metrosideros', 'Pittosporum', 'Sambucus'],
      ].sort(),
    );
    expect(having('arrangement', 'alternate').filter((t) => genusOf(t.name) === 'Acer')).toEqual([]);
  });
  function broadleafGenera(test: (taxon: Taxon) => boolean) {
    return generaOf(taxa.filter((t) => broadleaf(t) && test(t)));
  }
  it('pith in rooms: walnuts, wingnut, hackberries, hardy rubber tree', () => {
    // Winter twig keys in common use, from memory.
    expect(generaOf(having('pith', 'chambered'))).toEqual(['Celtis', 'Eucommia', 'Halesia', 'Juglans', 'Pterocarya']);
  });
  it('pith like a star: oaks and poplars, and no willow', () => {
    for (const t of taxa.filter((t) => ['Quercus', 'Populus'].includes(genusOf(t.name))))
      expect(mostly(t, 'pith')).toEqual(['five-angled']);
    expect(having('pith', 'five-angled').some((t) => genusOf(t.name) === 'Salix')).toBe(false);
  });
  it('one cap over the bud: willows, planes, magnolias, figs', () => {
    expect(generaOf(having('bud-scales', 'one'))).toEqual(['Ficus', 'Magnolia', 'Platanus', 'Salix']);
  });
  it('wintergreen: two birches', () => {
    // Silvics of North America, Agriculture Handbook 654, from memory.
    expect(namesOf(having('twig-smell', 'wintergreen'))).toEqual(['Betula alleghaniensis', 'Betula lenta']);
  });
  it('bitter almond: only Prunus', () => expect(generaOf(having('twig-smell', 'almond'))).toEqual(['Prunus']));
  it('milky sap: the mulberry family, sumachs, and the maples of two sections', () => {
    // Flora Europaea and Flora of China, from memory: sections Platanoidea and Lithocarpa.
    const milky = having('sap', 'milky');
    expect(taxa.filter((t) => t.family === 'Moraceae' && !milky.includes(t)).map((t) => t.name)).toEqual([]);
    expect(namesOf(milky.filter((t) => genusOf(t.name) === 'Acer'))).toEqual([
      'Acer campestre',
      'Acer cappadocicum',
      'Acer macrophyllum',
      'Acer platanoides',
      'Acer truncatum',
    ]);
    expect(generaOf(milky.filter((t) => t.family !== 'Moraceae'))).toEqual(['Acer', 'Rhus', 'Schinus', 'Triadica']);
  });
});

describe('conifers', () => {
  const conifers = taxa.filter((t) => ['Pinaceae', 'Cupressaceae', 'Araucariaceae', 'Taxaceae'].includes(t.family));

  it('needles in a bundle, by species of pine', () => {
    // Flora of North America and Flora of China, from memory.
    // Ponderosa pine has two and three.
    const count: Record<string, number | [number, number]> = {
      'Pinus brutia': 2,
      'Pinus canariensis': 3,
      'Pinus cembra': 5,
      'Pinus contorta': 2,
      'Pinus mugo': 2,
      'Pinus pinaster': 2,
      'Pinus ponderosa': [2, 3],
      'Pinus taeda': 3,
      'Pinus thunbergii': 2,
      'Pinus halepensis': 2,
      'Pinus nigra': 2,
      'Pinus pinea': 2,
      'Pinus radiata': 3,
      'Pinus resinosa': 2,
      'Pinus strobus': 5,
      'Pinus sylvestris': 2,
      'Pinus wallichiana': 5,
    };
    for (const t of taxa.filter((t) => genusOf(t.name) === 'Pinus')) {
      const needles = count[t.name];
      const [from, to] = typeof needles === 'number' ? [needles, needles] : (needles ?? []);
      expect({ name: t.name, ...range(t, 'needle-bundle') }).toEqual({ name: t.name, from, to });
    }
  });
  it('those that drop their needles are these', () => {
    expect(namesOf(conifers.filter((t) => !t.evergreen))).toEqual([
      'Larix decidua',
      'Larix kaempferi',
      'Metasequoia glyptostroboides',
      'Taxodium distichum',
    ]);
    expect(conifers.filter((t) => !t.evergreen && mostly(t, 'leaf-retention').includes('evergreen'))).toEqual([]);
  });
  it('dawn redwood has its shoots in pairs and swamp cypress has not', () => {
    expect(mostly(named('Metasequoia glyptostroboides'), 'arrangement')).toEqual(['opposite']);
    expect(mostly(named('Taxodium distichum'), 'arrangement')).toEqual(['alternate']);
  });
  it('cones stand on firs, cedars and larches, and hang on spruces, hemlocks and Douglas fir', () => {
    // Common practice, no source.
    for (const t of conifers) {
      const genus = genusOf(t.name);
      if (['Abies', 'Cedrus', 'Larix', 'Araucaria'].includes(genus))
        expect([t.name, ...mostly(t, 'cone-set')]).toEqual([t.name, 'upright']);
      if (['Picea', 'Pseudotsuga', 'Tsuga'].includes(genus)) expect([t.name, ...mostly(t, 'cone-set')]).toContain('hanging');
    }
  });
  it('tufts on spurs: cedars, evergreen, and larches, not', () => {
    expect(generaOf(having('needle-set', 'spur-tufts'))).toEqual(['Cedrus', 'Larix']);
  });
  it('spruce needles roll, but for the two of the flat-needled section, and fir needles do not', () => {
    const flat = ['Picea omorika', 'Picea sitchensis'];
    for (const t of taxa.filter((t) => genusOf(t.name) === 'Picea'))
      expect([t.name, mostly(t, 'needle-form').includes('four-angled')]).toEqual([t.name, !flat.includes(t.name)]);
    for (const t of taxa.filter((t) => genusOf(t.name) === 'Abies')) expect(mostly(t, 'needle-form')).toEqual(['flat-soft']);
  });
  it('yew has no cone and no resin', () => {
    expect(mostly(named('Taxus baccata'), 'fruit-type')).toEqual(['aril']);
    expect(statesOf(named('Taxus baccata'), 'sap')).not.toContain('resin');
  });
  it('cedars flower in autumn, unlike all other conifers here', () => {
    const autumn = conifers.filter((t) => (t.months.flower[0] ?? 0) >= 9);
    expect(generaOf(autumn)).toEqual(['Cedrus']);
  });
});

describe('leaves', () => {
  it('leaflets from one point: horse chestnuts and the silk floss tree only', () => {
    expect(generaOf(having('leaf-type', 'palmate-compound'))).toEqual(['Aesculus', 'Ceiba']);
  });
  it('fronds: feather and fan, by genus', () => {
    const form = Object.fromEntries(
      taxa.filter((t) => t.family === 'Arecaceae').map((t) => [genusOf(t.name), mostly(t, 'frond-form').join()]),
    );
    expect(form).toEqual({
      Butia: 'feather',
      Chamaerops: 'fan',
      Phoenix: 'feather',
      Sabal: 'fan-folded',
      Syagrus: 'feather',
      Trachycarpus: 'fan',
      Washingtonia: 'fan',
    });
  });
  it('elms are lopsided, but for one that hardly is', () => {
    const elms = taxa.filter((t) => genusOf(t.name) === 'Ulmus');
    expect(namesOf(elms.filter((t) => !mostly(t, 'leaf-base').includes('lopsided')))).toEqual(['Ulmus pumila']);
  });
  it('a bristle on the lobe: the lobed oaks of the red group, and no white oak', () => {
    // Silvics of North America, Agriculture Handbook 654, from memory.
    const lobed = having('leaf-margin', 'bristle-tipped').filter((taxon) => !mostly(taxon, 'leaf-lobes').includes('none'));
    expect(namesOf(lobed)).toEqual([
      'Quercus coccinea',
      'Quercus falcata',
      'Quercus palustris',
      'Quercus rubra',
      'Quercus shumardii',
      'Quercus velutina',
    ]);
    for (const white of ['alba', 'bicolor', 'macrocarpa', 'robur', 'petraea', 'frainetto'])
      expect(statesOf(named(`Quercus ${white}`), 'leaf-margin')).not.toContain('bristle-tipped');
  });
  it('evergreen in the head of the record is evergreen in winter', () => {
    const unlike = taxa.filter((t) => t.evergreen !== statesOf(t, 'leaf-retention').some((s) => s === 'evergreen'));
    expect(unlike.map((t) => t.name)).toEqual([]);
  });
  it('evergreens carry leaves twelve months, others fewer', () => {
    const unlike = taxa.filter((t) => t.evergreen !== (t.months.leaf[0] === 1 && t.months.leaf[1] === 12));
    expect(unlike.map((t) => t.name)).toEqual([]);
  });
  it('maple wings: in one line on field and Norway maple, narrow on sycamore, box elder and Montpellier maple', () => {
    // Flora Europaea, from memory.
    for (const name of ['campestre', 'platanoides']) expect(mostly(named(`Acer ${name}`), 'samara-angle')).toContain('straight');
    for (const name of ['pseudoplatanus', 'negundo', 'monspessulanum'])
      expect(mostly(named(`Acer ${name}`), 'samara-angle')).toContain('acute');
  });
});

describe('flowers and fruits', () => {
  it('elms flower before the leaf, but for the one of autumn', () => {
    // Flora Europaea; Flora of China, from memory.
    const late = taxa.filter((t) => genusOf(t.name) === 'Ulmus' && (t.months.flower[0] ?? 0) > 4);
    expect(namesOf(late)).toEqual(['Ulmus parvifolia']);
  });
  it('hazels and alders flower before spring', () => {
    for (const t of taxa.filter((t) => ['Corylus', 'Alnus'].includes(genusOf(t.name)))) expect(t.months.flower[0]).toBeLessThanOrEqual(3);
  });
  it.each([
    ['acorn', 'Quercus'],
    ['disc-samara', 'Ulmus'],
    ['paired-samara', 'Acer'],
    ['nutlet-on-bract', 'Tilia'],
    ['hop-cluster', 'Ostrya'],
    ['long-bean', 'Catalpa', 'Chilopsis'],
    ['papery-lantern', 'Koelreuteria'],
    ['cone-of-samaras', 'Liriodendron'],
    ['winged-nut-string', 'Pterocarya'],
    ['clam-pod', 'Jacaranda'],
    ['beaded-pod', 'Styphnolobium', 'Parkinsonia', 'Prosopis'],
    ['follicle-cone', 'Magnolia'],
  ])('%s: the whole of %s and nothing else', (fruit, ...genera) => {
    expect(generaOf(having('fruit-type', fruit))).toEqual([...genera].sort());
    expect(taxa.filter((t) => genera.includes(genusOf(t.name)) && !mostly(t, 'fruit-type').includes(fruit)).map((t) => t.name)).toEqual([]);
  });
  it('the apple tribe bears pomes and Prunus bears stones', () => {
    for (const t of taxa.filter((t) => t.family === 'Rosaceae'))
      expect([t.name, ...mostly(t, 'fruit-type')]).toEqual([t.name, genusOf(t.name) === 'Prunus' ? 'drupe' : 'pome']);
  });
  it('fluff: poplars, willows and the silk floss tree', () =>
    expect(generaOf(having('fruit-type', 'fluffy-seed'))).toEqual(['Ceiba', 'Populus', 'Salix']));
});

describe('size', () => {
  // Silvics of North America, Agriculture Handbook 654, and floras, from memory: the commonly met upper height lies in these bounds, m.
  it.each([
    ['Sequoia sempervirens', 60, 115],
    ['Sequoiadendron giganteum', 45, 95],
    ['Eucalyptus regnans', 55, 100],
    ['Pseudotsuga menziesii', 40, 90],
    ['Liriodendron tulipifera', 25, 50],
    ['Platanus occidentalis', 25, 50],
    ['Quercus robur', 20, 40],
    ['Cornus florida', 6, 12],
    ['Acer palmatum', 6, 12],
    ['Acer griseum', 6, 12],
    ['Laburnum anagyroides', 5, 10],
  ])('%s reaches between %d and %d m', (name, least, most) => {
    expect(named(name).matureHeight.to).toBeGreaterThanOrEqual(least);
    expect(named(name).matureHeight.to).toBeLessThanOrEqual(most);
  });
  // Common practice, no source.
  it('nothing is thicker than a fifth of its height', () => {
    expect(
      taxa.filter((t) => t.maxDbh > t.matureHeight.to / 5 && broadleaf(t)).map((t) => `${t.name} ${t.maxDbh} ${t.matureHeight.to}`),
    ).toEqual([]);
  });
});

describe('cautions', () => {
  const says = (name: string, words: RegExp) => words.test(named(name).cautions.join(' '));

  it.each([
    'Taxus baccata',
    'Laburnum anagyroides',
    'Robinia pseudoacacia',
    'Aesculus hippocastanum',
    'Melia azedarach',
    'Ilex aquifolium',
    'Ligustrum lucidum',
    'Gymnocladus dioicus',
    'Prunus laurocerasus',
    'Prunus serotina',
    'Styphnolobium japonicum',
    'Acer rubrum',
  ])('%s is told to be poisonous', (name) => expect(says(name, /poison|toxic|cyanide/i)).toBe(true));

  it.each(['Rhus typhina', 'Schinus molle', 'Schinus terebinthifolia', 'Ficus carica', 'Ailanthus altissima', 'Platanus × acerifolia'])(
    '%s is told to irritate',
    (name) => expect(says(name, /irritat|burn/i)).toBe(true),
  );
  it('whatever has thorns says so where safety is read', () => {
    const silent = taxa.filter((t) => mostly(t, 'twig-surface').includes('thorny') && !/thorn|spine/i.test(t.cautions.join(' ')));
    expect(silent.map((t) => t.name)).toEqual([]);
  });
});
