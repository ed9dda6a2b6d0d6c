// tympan-cli log: what was made, in and out of the maker's record.
#include <cstdlib>
#include <nlohmann/json.hpp>

#include <gmock/gmock.h>

#include "core/record/log_files.h"
#include "tests/support/tools.h"
#include "tests/support/year.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

class CliLog : public testing::Test {
  protected:
    Ran log(std::vector<std::string> arguments) const {
        std::vector<std::string> command{"env", "XDG_DATA_HOME=" + folder.path().string(), "TZ=Europe/Lisbon",
                                         TYMPAN_CLI, "log"};
        command.insert(command.end(), arguments.begin(), arguments.end());
        return run(command);
    }
    std::string file(const char* name) const { return (folder / name).string(); }
    ScratchFolder folder;
};

}  // namespace

TEST_F(CliLog, anEmptyLogbookIsNoFault) {
    const Ran listed = log({"list", "--json"});
    EXPECT_EQ(listed.status, 0) << listed.err;
    EXPECT_TRUE(nlohmann::json::parse(listed.out)["entries"].empty());
}

TEST_F(CliLog, whatIsTakenInComesOutAgain) {
    write(folder / "in.json", jsonOf(madeUpYear()));
    EXPECT_THAT(log({"import", file("in.json")}).out, HasSubstr("120 entries, 120 of them new"));
    EXPECT_THAT(log({"import", file("in.json")}).out, HasSubstr("0 of them new"));
    EXPECT_EQ(log({"export", "-o", file("out.json")}).status, 0);
    EXPECT_EQ(readLogFile(folder / "out.json"), madeUpYear()) << "the oldest first";
    EXPECT_EQ(log({"export", "-o", file("out.csv")}).status, 0);
    EXPECT_THAT(contentOf(folder / "out.csv"), HasSubstr("piece 119"));
    const Ran shown = log({"show", "1"});
    EXPECT_THAT(shown.out, HasSubstr("piece 0: gel, paper rubbed off on slate hexagon, held"));
    EXPECT_THAT(shown.out, HasSubstr("rub: 20 min, planned 20, 4 times"));
    EXPECT_EQ(nlohmann::json::parse(log({"show", "120", "--json"}).out)["name"], "piece 119");
}

TEST_F(CliLog, whatIsNotUnderstoodIsSaidAndChangesNothing) {
    write(folder / "bad.json", "{\"schema\": \"tympan-log-1\", \"entries\": [{}]}");
    for (const std::vector<std::string>& arguments :
         std::vector<std::vector<std::string>>{{"dance"},
                                               {"show", "1"},
                                               {"show", "one"},
                                               {"export"},
                                               {"import", file("bad.json")},
                                               {"import", file("none.json")}}) {
        const Ran ran = log(arguments);
        EXPECT_NE(ran.status, 0) << arguments.front();
        EXPECT_FALSE(ran.err.empty()) << arguments.front();
    }
    EXPECT_TRUE(nlohmann::json::parse(log({"list", "--json"}).out)["entries"].empty());
}
