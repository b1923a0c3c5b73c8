-- Names in the order people look for them: days 4 to 5 before days 15 to 30.
create collation by_eye (provider = icu, locale = 'und-u-kn-true');
