#pragma once
#include <functional>
#include <memory>
#include <string>
#include <vector>

namespace CLI {
class App;
}

namespace tympan::cli {

/// What a subcommand does; returns the exit status.
using Work = std::function<int()>;

/// One subcommand and its options. The library that parses them is seen by command.cpp alone: it takes the
/// compiler longer than everything else here together. Values are written where they are asked for and must
/// live as long as the command line.
class Command {
  public:
    Command(CLI::App& app, Work& chosen) : app_(&app), chosen_(&chosen) {}

    /// "PICTURE" for what stands by itself, "-o,--output" for an option that must be given.
    void required(const std::string& name, std::string& value, const std::string& help);
    void option(const std::string& name, std::string& value, const std::string& help);
    void oneOf(const std::string& name, std::string& value, const std::vector<std::string>& allowed,
               const std::string& help);
    void whole(const std::string& name, int& value, int least, int most, const std::string& help);
    void number(const std::string& name, double& value, double least, double most, const std::string& help);
    void flag(const std::string& name, bool& value, const std::string& help);
    /// Whether an option stood on the command line.
    bool given(const std::string& name) const;
    void does(Work work);

  private:
    CLI::App* app_;
    Work* chosen_;
};

class CommandLine {
  public:
    CommandLine();
    ~CommandLine();

    Command add(const std::string& name, const std::string& help);
    /// Does what was chosen and returns its exit status; --help and --version are done here. Throws Error
    /// (usage) for anything that cannot be understood.
    int run(int argc, char** argv);

  private:
    std::unique_ptr<CLI::App> app_;
    Work chosen_;
};

}  // namespace tympan::cli
