"""The trade: pure functions on numbers, arrays and frozen data. Four doors take a job: ``plan``, ``ways``,
``crew``, ``done``; ``drawing`` shows what they say.

A room takes from its own modules and from rooms of a lower level; a rule of handbook §n is in the room named for §n::

    11 drawing        plan and reach as geometry in feet and inches
       done           the job by its log: fill table, work done, proof, card, what lies under (§13, §17, §19, §20)
    10 ways           every way of doing the job: rack(job, pool) (§7)
       crew           reach(plan), load_list(plan, …), tasks of a day, the order of a week (§14 to §16)
     9 plan           the whole job: plan(job), corners(plan)
     8 section        one section told          rack        every way of it weighed (§7)
     7 laying         one floor with a choice on it (§5 to §8)      corner      the eave in two dimensions (§8)
       work           the work list and its gate (§13)
     6 money          quantities, cost, saving (§10, §12)
     5 from_job       the one reader of a Job   target (§4)         old_fill (§5)
     4 given          what is on record: numbers and frozen data, no document
       reach          where one can be, bands, hose, cord (§14)  loadout     the truck (§15)
     3 eaves (§8)     batts, enclosed (§7)      hazards (§3, §9)    preparation (§9, §13)
       proof          depths, bags, cores, fan tests, the claim (§12, §19)
     2 layers         kinds, charts, voids, heat paths, load: what lies on a floor (§5 to §7)
       filling        a log walked band by band, verdict, forecast, corridor, pace (§17)
     1 floor (§2)     climate (§4, §8)          log         entries of the work and their fold
       schedule       attic air, a day by the clock, crews × days (§16)
     0 base           units, arrays, the notebook of flags, questions and figures

docs/architecture.md has the whole house.
"""
